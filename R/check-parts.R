# A page that was worked part by part, proved: where all of its entries fit the memory allowed, against the same page
# worked at once, with all that such a page owes; else part by part, each by itself and then all together.

checks_of_page_in_parts <- function(drawn) {
  brief <- drawn$brief
  owes <- room_of("source", brief$source$opened_as)$owes
  if (!is.null(owes)) return(list(checks = c(owes(drawn), owed_on_lines(drawn)), drawn = drawn))
  if (fits_at_once(brief)) {
    whole <- work_sections(open_page(brief))
    return(list(checks = c(list(check_parts_against_whole(drawn, whole)), owed_by_page(whole)), drawn = whole))
  }
  list(checks = c(checks_of_parts(drawn), owed_on_lines(drawn), list(note_without_rules())), drawn = drawn)
}

# What a page owes by itself, and what its rules find.
owed_by_page <- function(drawn) {
  without_null(c(owed_without_rules(drawn), accepted_by(drawn, findings_of_page(drawn))))
}

# Every column of every line, to the last bit.
check_parts_against_whole <- function(drawn, whole) {
  n <- drawn$lines$n
  wrong <- columns_apart(drawn, whole)
  parts <- count_of(number_of_parts(drawn$brief$source), "part")
  said <- if (is.null(wrong)) sprintf("equal in all %s", count_of(n * length(whole$lines$columns), "cell")) else wrong
  a_check("parts", is.null(wrong), sprintf("Parts: worked in %s, and again with all entries at once: %s.", parts, said))
}

# Which columns are not the same in all lines; NULL: all are.
columns_apart <- function(drawn, whole) {
  if (drawn$lines$n != whole$lines$n) return(sprintf("there are %s and %s", count_of(drawn$lines$n, "line"),
    big_mark(whole$lines$n)))
  apart <- Filter(function(name) {
    !all(same_values(plain_vector(drawn$lines$columns[[name]]), plain_vector(whole$lines$columns[[name]])))
  }, names(whole$lines$columns))
  if (length(apart)) sprintf("%s %s", both(tick(apart)), if (length(apart) == 1) "differs" else "differ")
}

# What the sections after the figures owe is owed on lines, whatever the lines were made of.
owed_on_lines <- function(drawn) {
  brief <- drawn$brief
  owed <- lapply(sections_from_figures(brief), function(name) {
    if (name == "figures") return(list(check_additive(drawn)))
    room_of("section", name)$owes(drawn, brief$checked[[name]])
  })
  c(list(check_entries(drawn), check_counts(drawn)), do.call(c, owed))
}

note_without_rules <- function() {
  a_note("parts", paste(
    "Parts: the ledger does not fit the memory allowed, so rules that look at all entries at once (copies, spellings,",
    "gaps and the like) have not been asked; look() at single parts, or raise idleledger.memory."
  ))
}

# Each part by itself ----------------------------------------------------------------------------------------------

checks_of_parts <- function(drawn) {
  brief <- brief_as_worked(drawn)
  n <- number_of_parts(brief$source)
  found <- lapply(seq_len(n), function(k) {
    take_breath()
    page <- work_sections(open_page(brief_of_part(brief, k)))
    list(checks = owed_without_rules(page), route = route_of_part(page))
  })
  list(
    check_each_part(lapply(found, `[[`, "checks")),
    check_merged(drawn, lapply(found, `[[`, "route")), check_some_lines(drawn)
  )
}

# The page up to its figures, of one part.
brief_of_part <- function(brief, k) brief_on_lines(brief, part_of_ledger(brief$source, k))

owed_without_rules <- function(page) {
  owed <- lapply(names(page$brief$checked), function(name) {
    room_of("section", name)$owes(page, page$brief$checked[[name]])
  })
  without_null(c(list(check_entries(page)), do.call(c, owed)))
}

check_each_part <- function(checks) {
  differs <- lapply(checks, Filter, f = function(check) check$status == "differs")
  bad <- which(lengths(differs) > 0)
  n <- sum(lengths(checks))
  if (length(bad) == 0) return(a_check("parts", TRUE, sprintf(
    "Parts: each of %s ties out by itself, in %s: entries, conditions, keys, and figures worked again.",
    count_of(length(checks), "part"), count_of(n, "check")
  )))
  first <- differs[[bad[1]]][[1]]
  a_check("parts", FALSE, sprintf("Parts: %s of %s %s not tie out; part %s: %s", big_mark(length(bad)),
    count_of(length(checks), "part"), if (length(bad) == 1) "does" else "do", big_mark(bad[1]), first$sentence),
    first$lines)
}

# All together -----------------------------------------------------------------------------------------------------

# By the second route, with what rounding left over: of each line of a part its keys, and of each figure the true sum as
# several numbers, the number of values, and the ends.
route_of_part <- function(page) {
  nodes <- nodes_on_core_route(page$brief)
  entries <- entries_table(page)
  columns <- lapply(nodes, function(node) {
    x <- node$args$x
    where <- node$args$where
    c(list(
      values = if (!is.null(x)) evaluate_column(x, entries),
      condition = if (!is.null(where)) as.logical(evaluate_column(where, entries))
    ), rests = if (!is.null(x)) list(TRUE))
  })
  if (page$entries$n == 0) return(NULL)
  route <- core_second_route(unname(page$lines$key_vectors), page$entries$n, columns)
  list(keys = lapply(page$lines$key_vectors, pick_rows, rows = as.integer(route$first)), columns = route$columns)
}

nodes_on_core_route <- function(brief) Filter(takes_core_route, nodes_of_figures(brief))

# The parts' true sums added up again by the second route, against the lines, their subtotals and others.
check_merged <- function(drawn, routes) {
  nodes <- nodes_on_core_route(drawn$brief)
  routes <- without_null(routes)
  figures <- Filter(function(figure) all(names(figures_in(figure$node)) %in% node_ids(nodes)), drawn$lines$figures)
  if (length(figures) == 0 || length(routes) == 0) return(NULL)
  rows <- lines_of_routes(drawn$lines, routes)
  targets <- lines_to_meet(drawn$lines)
  wrong <- unlist(lapply(targets, function(target) {
    again <- lapply(seq_along(nodes), function(c) {
      merged_figure(nodes[[c]], c, routes, lapply(rows, function(own) target$of_line[own]), length(target$at))
    })
    apart <- lines_apart(drawn$lines, target$at, figures, stats::setNames(again, node_ids(nodes)))
    stats::setNames(target$at[apart], names(apart))
  }))
  n <- sum(lengths(lapply(targets, `[[`, "at")))
  a_check("merged", length(wrong) == 0, if (length(wrong) == 0) sprintf(
    "Together: %s of %s, from the true sums of the parts by the second route, equal to the last bit.",
    count_of(length(figures), "figure"), count_of(n, "line")
  ) else sprintf("Together: of %s, %s from what the parts add up to, first `%s` in %s.",
    count_of(n * length(figures), "cell"), is_differ(length(wrong)), names(wrong)[1], said_line(drawn, wrong[1])))
}

# The own line of each line of each part.
lines_of_routes <- function(lines, routes) {
  own <- own_lines(lines)
  sizes <- vapply(routes, function(route) length(route$columns[[1]]$filled), 1)
  keys <- lapply(stats::setNames(nm = lines$keys), function(key) {
    stacked_alike(c(list(pick_rows(lines$columns[[key]], own)), lapply(routes, function(route) route$keys[[key]])))
  })
  line <- if (length(keys)) places_in_first(keys, c(length(own), sizes)) else rep(1L, 1 + sum(sizes))
  split(line[length(own) + seq_len(sum(sizes))], rep(seq_along(sizes), sizes))
}

# Sets of lines, each with where it takes every own line: themselves, each level, and lines of others.
lines_to_meet <- function(lines) {
  own <- own_lines(lines)
  others <- which(is_others(lines))
  c(
    list(list(at = own, of_line = seq_along(own))),
    lapply(seq_along(lines$levels), function(k) {
      list(at = which(lines$level == k + 1), of_line = lines$levels[[k]]$of_line)
    }),
    if (length(others)) list(list(at = others, of_line = replace(
      rep(NA_integer_, length(own)), line_of_group(lines), lines$others_of_group
    )))
  )
}

# A figure of all parts, by line.
merged_figure <- function(node, c, routes, rows, n) {
  of <- function(what) unlist(lapply(routes, function(route) route$columns[[c]][[what]]))
  line <- as.integer(unlist(rows, use.names = FALSE))
  rests <- unlist(Map(function(route, own) own[route$columns[[c]]$rest_line], routes, rows), use.names = FALSE)
  answer <- room_of("figure", node$fn)$exact
  if (answer == "filled") {
    counts <- rowsum(of("filled")[!is.na(line)], line[!is.na(line)])
    return(replace(integer(n), as.integer(rownames(counts)), as.integer(counts)))
  }
  adds_up <- !is.null(room_of("figure", node$fn)$of_totals)
  values <- if (adds_up) c(of("sum"), of("rest")) else of(answer)
  at <- if (adds_up) c(line, as.integer(rests)) else line
  times <- c(of("filled"), rep(0, length(values) - length(line)))
  route <- core_second_route(list(at), length(at), list(list(values = as.double(values), condition = NULL,
    times = as.double(times))))
  line <- at[route$first]
  found <- rep(NA_real_, n)
  found[line[!is.na(line)]] <- route$columns[[1]][[answer]][!is.na(line)]
  dressed(found, node$kind, NULL)
}

# The lines in which figures are not what they were worked out to be again, under the names of the figures.
lines_apart <- function(lines, own, figures, again) {
  columns <- lapply(lines$columns[lines$keys], pick_rows, rows = own)
  wrong <- integer()
  for (figure in figures) {
    table <- table_in_hand(function(name) columns[[name]], length(own), function(id) again[[id]])
    columns[[figure$name]] <- evaluate_column(figure$node, table)
    here <- plain_vector(pick_rows(lines$columns[[figure$name]], own))
    apart <- which(!same_values(here, plain_vector(columns[[figure$name]])))
    wrong <- c(wrong, stats::setNames(apart, rep(figure$name, length(apart))))
  }
  wrong
}

# Some lines drawn up anew from their own entries, and those proved by all that such a page owes.
check_some_lines <- function(drawn) {
  own <- own_lines(drawn$lines)
  sizes <- line_entries_of(drawn, own)
  order <- withr::with_seed(1, sample(seq_along(own)))
  fits <- sort(order[cumsum(as.numeric(sizes[order])) <= limit("most_entries_again")])
  if (length(fits) == 0) fits <- which.min(sizes)
  if (sum(sizes[fits]) > 4 * limit("most_entries_again")) return(a_note("recomputed", paste(
    "Recomputed: every line has more entries than are worked again at once, so figures that need all values of a line",
    "were proved part by part only."
  )))
  page <- page_of_lines(drawn, own[fits])
  checks <- owed_without_rules(page)
  bad <- Filter(function(check) check$status == "differs", checks)
  apart <- lines_against_lines(drawn, own[fits], page)
  sentence <- sprintf("Recomputed: %s of %s drawn up anew from %s and proved by the second route",
    big_mark(length(fits)), count_of(length(own), "line"), entry_count(page$entries$n))
  if (length(bad)) return(a_check("recomputed", FALSE, sprintf("%s: %s", sentence, bad[[1]]$sentence)))
  a_check("recomputed", length(apart) == 0, if (length(apart) == 0) sprintf("%s, equal to the last bit.", sentence) else
    sprintf("%s; `%s` differs in %s.", sentence, names(apart)[1], said_line(drawn, own[fits][apart[1]])))
}

lines_against_lines <- function(drawn, lines, page) {
  keys <- lapply(stats::setNames(nm = drawn$lines$keys), function(key) {
    stacked_alike(list(pick_rows(drawn$lines$columns[[key]], lines), page$lines$columns[[key]]))
  })
  n <- length(lines)
  place <- if (length(keys)) places_in_first(keys, c(n, page$lines$n))[n + seq_len(page$lines$n)] else 1L
  at <- match(seq_len(n), place)
  wrong <- integer()
  for (figure in drawn$lines$figures) {
    here <- plain_vector(pick_rows(drawn$lines$columns[[figure$name]], lines))
    there <- plain_vector(pick_rows(page$lines$columns[[figure$name]], at))
    apart <- which(!same_values(here, there))
    wrong <- c(wrong, stats::setNames(apart, rep(figure$name, length(apart))))
  }
  wrong
}
