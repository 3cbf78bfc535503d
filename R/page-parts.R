# A page whose ledger is in parts: entries are read, left out and gathered part by part, each part's figures are states,
# and states are taken together. What is worked on lines is worked once, on the lines of all parts.

# What stands in the way of working a page part by part; NULL: nothing does.
whole_asked_by <- function(brief) {
  if (is.null(brief$checked$lines)) return("each entry is a line of its own")
  for (part in brief$checked$prepare) {
    by_entry <- room_of("preparation", part$fn)$by_entry
    if (is.null(by_entry) || !by_entry(part)) return(sprintf("%s() looks at all entries", part$fn))
  }
  nodes <- nodes_within(brief$checked[c("columns", "only", "lines")])
  for (node in nodes) {
    if (identical(node$type, "window") || isTRUE(room_of_node(node)$of_whole_column)) {
      return(sprintf("%s() looks at other entries", node$fn))
    }
  }
  figure <- Find(function(node) is_of_several(node) && !is_of_several_alone(node), nodes_of_figures(brief))
  if (!is.null(figure)) sprintf("%s looks at other entries", figure$text)
}

# A combination that a figure counts as it stands is kept as text.
is_of_several_alone <- function(node) {
  x <- node$args$x
  !is.null(x$fn) && isTRUE(room_of_node(x)$of_whole_column) && !is.null(room_of_node(x)$in_texts) &&
    !is_of_several(list(args = c(x$args, node$args[setdiff(names(node$args), "x")])))
}

nodes_of_figures <- function(brief) {
  nodes <- do.call(c, lapply(brief$checked$figures, function(figure) unname(figures_in(figure$node))))
  nodes[!duplicated(node_ids(nodes))]
}

is_worked_in_parts <- function(brief) is_in_parts(brief$source) && is.null(whole_asked_by(brief))

# The page of one part, worked as far as its entries go. `partners` are tables beside it that are in hand already.
page_of_part <- function(brief, k, aside = FALSE, partners = NULL) {
  own <- brief
  own$source <- part_of_ledger(brief$source, k)
  drawn <- open_page(own, aside)
  if (!is.null(partners)) drawn$entries$partners <- partners
  for (name in sections_before_lines(brief)) drawn <- work_section(drawn, name)
  drawn
}

# What is told of a part when it has been worked: its states, and what became of its entries.
worked_part <- function(brief, k, aside = FALSE, partners = NULL) {
  told_of_part(page_of_part(brief, k, aside, partners), k)
}

# The same of a page that has been worked as far as its entries go; `part` is its place among all.
told_of_part <- function(drawn, part) {
  brief <- drawn$brief
  began <- proc.time()[["elapsed"]]
  keys <- room_of("section", "lines")$keys_of(drawn, brief$checked$lines)
  groups <- core_group(unname(keys), drawn$entries$n)
  first <- pick_rows_of_groups(keys, groups)
  states <- states_of_groups(nodes_of_figures(brief), groups, entries_table(drawn), first, part)
  workings <- c(drawn$page$workings, list(list(
    section = "lines", rows_in = drawn$entries$n, rows_out = states$n, method = core_group_facts(groups)$method,
    seconds = proc.time()[["elapsed"]] - began
  )))
  core_release_groups(groups)
  seen <- prints_in_hand(lowest_page(drawn)$entries)
  list(
    part = part, states = states, workings = workings, prints = seen$prints, kinds = seen$kinds,
    entries = drawn$entries[c("n", "n_read", "n_added", "accounts", "windowed", "made_names", "column_names")],
    page = drawn$page[c("notes", "rules", "weights", "formats")], tally = drawn$page$tally$counts
  )
}

# Fingerprints of all columns that were fetched, those that were to be taken on the way among them.
prints_in_hand <- function(entries) {
  seen <- entries$seen
  for (name in setdiff(names(seen$unprinted), names(seen$prints))) {
    seen$prints[[name]] <- fingerprint_column(seen$unprinted[[name]])
  }
  seen
}

pick_rows_of_groups <- function(keys, groups) lapply(keys, pick_rows, rows = core_group_facts(groups)$first)

# All sections of a brief whose ledger is in parts.
work_brief_in_parts <- function(brief, watch = NULL, aside = FALSE) {
  partners <- new.env(parent = emptyenv())
  told <- with_spill(all_parts(brief, aside, partners))
  drawn <- page_of_all_parts(brief, told, partners)
  if (!is.null(watch)) watch(drawn, "lines")
  for (name in sections_from_figures(brief)) {
    drawn <- work_section(drawn, name)
    if (!is.null(watch)) watch(drawn, name)
  }
  drawn
}

# What all parts tell, states taken together as they come: small ones among themselves, until they weigh as much as
# those of all parts before.
all_parts <- function(brief, aside, partners) {
  n <- number_of_parts(brief$source)
  told <- vector("list", n)
  of_all <- NULL
  waiting <- list()
  tell <- parts_progress(brief$source)
  for (k in seq_len(n)) {
    take_breath()
    one <- worked_part(brief, k, aside, partners)
    waiting <- c(waiting, list(one$states))
    one$states <- NULL
    told[[k]] <- one
    if (sum(vapply(waiting, `[[`, 1, "n")) > max(20000, of_all$n / 2) || length(waiting) >= 64) {
      of_all <- states_together(c(list(of_all), waiting))
      waiting <- list()
    }
    tell(k)
  }
  list(parts = told, states = states_together(c(list(of_all), waiting)))
}

# The page with the lines of all parts, before its figures.
page_of_all_parts <- function(brief, told, partners = new.env(parent = emptyenv())) {
  parts <- told$parts
  drawn <- open_page(brief)
  if (!is.null(brief$checked$locale)) drawn <- work_section(drawn, "locale")
  drawn$entries <- entries_of_all_parts(drawn$entries, parts)
  drawn$entries$partners <- partners
  drawn$page$workings <- workings_of_parts(parts)
  drawn$page$formats <- parts[[1]]$page$formats
  drawn$page$tally$counts <- tallies_together(lapply(parts, `[[`, "tally"))
  drawn <- notes_of_parts(drawn, parts)
  states <- states_in_order(told$states, drawn$page$locale)
  began <- proc.time()[["elapsed"]]
  drawn$lines <- lines_of_states(states, names(states$keys))
  drawn <- room_of("section", "lines")$gathered(drawn, brief$checked$lines)
  drawn$page$method <- sprintf("states of %s, taken together", count_of(length(parts), "part"))
  close_section(drawn, "lines", sum(vapply(parts, function(part) part$entries$n, 1)), proc.time()[["elapsed"]] - began)
}

entries_of_all_parts <- function(entries, parts) {
  sums <- function(name) sum(vapply(parts, function(part) as.numeric(part$entries[[name]]), 1))
  for (name in c("n", "n_read", "n_added")) entries[[name]] <- sums(name)
  last <- parts[[1]]$entries
  entries$column_names <- last$column_names
  entries$part_sizes <- entries$source$in_parts$n
  entries$made_names <- last$made_names
  entries$accounts <- list()
  for (account in unlist(lapply(parts, function(part) part$entries$accounts), recursive = FALSE)) {
    entries <- with_account(entries, account)
  }
  seen <- entries$seen
  for (name in unique(unlist(lapply(parts, function(part) names(part$prints))))) {
    seen$prints[[name]] <- rlang::hash(lapply(parts, function(part) part$prints[[name]]))
    seen$kinds[[name]] <- parts[[1]]$kinds[[name]]
  }
  entries
}

# One account for each section and reason.
with_account <- function(entries, account) {
  same <- vapply(entries$accounts, function(known) identical(known[c("section", "reason")], account[c("section",
    "reason")]), TRUE)
  if (!any(same)) return(add_account(entries, account$section, account$reason, account$n))
  at <- which(same)[1]
  entries$accounts[[at]]$n <- entries$accounts[[at]]$n + account$n
  entries
}

workings_of_parts <- function(parts) {
  all <- unlist(lapply(parts, `[[`, "workings"), recursive = FALSE)
  names <- vapply(all, `[[`, "", "section")
  lapply(unname(split(all, factor(names, unique(names)))), function(own) {
    of <- function(what) sum(vapply(own, function(one) as.numeric(one[[what]]), 1))
    methods <- unique(unlist(lapply(own, `[[`, "method")))
    list(section = own[[1]]$section, rows_in = of("rows_in"), rows_out = of("rows_out"),
      method = if (length(methods) == 1) methods, seconds = of("seconds"))
  })
}

tallies_together <- function(tallies) {
  counts <- list()
  for (tally in tallies) for (what in names(tally)) for (key in names(tally[[what]])) {
    counts[[what]][[key]] <- sum(counts[[what]][[key]], tally[[what]][[key]])
  }
  counts
}

# What is said of every part is said once; else it says of which.
notes_of_parts <- function(drawn, parts) {
  own <- lapply(parts, function(part) setdiff(part$page$notes, drawn$page$notes))
  for (note in unique(unlist(own))) {
    has <- vapply(own, function(notes) note %in% notes, TRUE)
    first <- parts[[which(has)[1]]]$page
    said <- if (all(has)) note else sprintf("Part %s: %s", listing(which(has), 5), note)
    drawn <- add_note(drawn, said, first$rules[[note]], first$weights[[note]])
  }
  drawn
}

lines_of_states <- function(states, keys) {
  lines <- new_lines(if (length(keys)) states$n else 1L)
  lines$grain <- "lines"
  lines$keys <- as.character(keys)
  lines$columns <- lapply(states$keys, pick_rows, rows = states$at)
  lines$groups <- states
  lines
}

sections_from_figures <- function(brief) {
  after <- room_of("section", "lines")$place
  Filter(function(name) room_of("section", name)$place > after, intersect(section_names(), names(brief$checked)))
}

# Progress by parts and entries, where the work takes long.
parts_progress <- function(source) {
  began <- proc.time()[["elapsed"]]
  done <- cumsum(source$in_parts$n)
  all <- max(1, sum(source$in_parts$n))
  function(k) {
    spent <- proc.time()[["elapsed"]] - began
    if (spent < 2) return(invisible())
    left <- spent * (all - done[k]) / max(1, done[k])
    progress_says(done[k] / all, sprintf("part %s of %s, %s of %s, %s left", big_mark(k), big_mark(length(done)),
      big_mark(done[k]), entry_count(all), time_said(left)))
  }
}

time_said <- function(seconds) {
  if (seconds < 90) sprintf("%.0f s", seconds) else sprintf("%.0f min", seconds / 60)
}
