# The parts of a ledger taken together: all are worked, here or by workers, and make one page.

# All sections of a brief whose ledger is in parts.
work_brief_in_parts <- function(brief, watch = NULL, aside = FALSE) {
  partners <- new.env(parent = emptyenv())
  told <- with_spill(all_parts(brief, aside, partners))
  work_on_lines(page_of_all_parts(brief, told, partners), watch)
}

# What comes after the lines of a page whose lines are in hand.
work_on_lines <- function(drawn, watch = NULL) {
  if (!is.null(watch)) watch(drawn, "lines")
  for (name in sections_from_figures(drawn$brief)) {
    drawn <- work_section(drawn, name)
    if (!is.null(watch)) watch(drawn, name)
  }
  drawn
}

# What all parts tell. Their states are taken together as they come, in any order: small ones among themselves, until
# they weigh as much as those of all parts before.
all_parts <- function(brief, aside, partners) {
  n <- number_of_parts(brief$source)
  told <- vector("list", n)
  of_all <- NULL
  waiting <- list()
  tell <- parts_progress(brief$source)
  gather <- function() {
    of_all <<- states_together(c(list(of_all), waiting))
    waiting <<- list()
  }
  take <- function(k, one) {
    waiting <<- c(waiting, list(one$states))
    one["states"] <- list(NULL)
    told[[k]] <<- one
    weight <- sum(vapply(waiting, `[[`, 1, "n"))
    if (weight > max(20000, of_all$n / 2) || length(waiting) >= 64) gather()
    tell(k)
  }
  sent <- work_parts(brief, aside, partners, take)
  gather()
  list(parts = told, states = of_all, by = sent)
}

# In this process, or by the workers that future::plan() says; gives how it was.
work_parts <- function(brief, aside, partners, take) {
  here <- aside || isTRUE(room_of("source", brief$source$opened_as)$here_only)
  workers <- if (here) 1 else workers_planned()
  if (workers == 1) {
    for (k in seq_len(number_of_parts(brief$source))) {
      take_breath()
      take(k, worked_part(brief, k, aside, partners))
    }
    return(NULL)
  }
  bytes <- 0
  nodes <- nodes_of_figures(brief)
  parts_by_workers(brief, workers, function(k, one, n) {
    bytes <<- bytes + n
    if (!is_states(one$states)) one$states <- states_read(one$states, nodes, sprintf("The state of part %d", k))
    take(k, one)
  })
  sprintf("by %s, which sent %s", count_of(workers, "worker"), size_said(bytes))
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
  drawn$page$method <- paste(c(sprintf("states of %s, taken together", count_of(length(parts), "part")), told$by),
    collapse = ", ")
  close_section(drawn, "lines", sum(vapply(parts, function(part) part$entries$n, 1)), proc.time()[["elapsed"]] - began)
}

entries_of_all_parts <- function(entries, parts) {
  sums <- function(name) sum(vapply(parts, function(part) as.numeric(part$entries[[name]]), 1))
  for (name in c("n", "n_read", "n_added")) entries[[name]] <- sums(name)
  last <- parts[[1]]$entries
  entries$column_names <- last$column_names
  entries$part_sizes <- sizes_read(entries$source)
  entries$made_names <- last$made_names
  entries$accounts <- list()
  for (account in unlist(lapply(parts, function(part) part$entries$accounts), recursive = FALSE)) {
    entries <- with_account(entries, account)
  }
  prints <- entries$source$prints_of_parts$prints
  if (is.null(prints)) prints <- lapply(parts, `[[`, "prints")
  kinds <- entries$source$prints_of_parts$kinds
  if (is.null(kinds)) kinds <- parts[[1]]$kinds
  seen <- entries$seen
  for (name in unique(unlist(lapply(prints, names)))) {
    seen$prints[[name]] <- rlang::hash(unname(lapply(prints, `[[`, name)))
    seen$kinds[[name]] <- kinds[[name]]
  }
  entries
}

# The sizes of the parts in which the ledger was read.
sizes_read <- function(source) {
  if (is.null(source$prints_of_parts)) source$in_parts$n else source$prints_of_parts$sizes
}

# One account for each section and reason.
with_account <- function(entries, account) {
  what <- c("section", "reason")
  same <- vapply(entries$accounts, function(known) identical(known[what], account[what]), TRUE)
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
  Filter(function(name) room_of("section", name)$place > after, names(brief$checked))
}

# Progress by parts and entries, where the work takes long.
parts_progress <- function(source) {
  began <- proc.time()[["elapsed"]]
  sizes <- source$in_parts$n
  all <- max(1, sum(sizes))
  done <- parts <- 0
  function(k) {
    done <<- done + sizes[k]
    parts <<- parts + 1
    spent <- proc.time()[["elapsed"]] - began
    if (spent < 2) return(invisible())
    left <- spent * (all - done) / max(1, done)
    progress_says(done / all, sprintf("part %s of %s, %s of %s, %s left", big_mark(parts), big_mark(length(sizes)),
      big_mark(done), entry_count(all), time_said(left)))
  }
}

time_said <- function(seconds) {
  if (seconds < 90) sprintf("%.0f s", seconds) else sprintf("%.0f min", seconds / 60)
}
