# Which entries some lines of a page gather, of a ledger at once or in parts.

# The rows of the entries in hand that some lines gather.
entries_of_lines <- function(drawn, lines) {
  if (drawn$lines$grain == "entries") return(lines)
  which(groups_of_lines(drawn, lines)[entry_groups(drawn$lines)])
}

# Whether each group of entries is in one of the lines.
groups_of_lines <- function(drawn, lines) {
  taken <- line_of_group(drawn$lines) %in% lines
  for (k in seq_along(drawn$lines$levels)) {
    here <- which(drawn$lines$level == k + 1)
    wanted <- intersect(lines, here) - (here[1] - 1L)
    if (length(wanted)) taken <- taken | drawn$lines$levels[[k]]$of_group %in% wanted
  }
  others <- which(drawn$lines$line_kind == "others")
  gathered <- match(intersect(lines, others), others)
  if (length(gathered)) taken <- taken | drawn$lines$others_of_group %in% gathered
  taken
}

# Of a page worked in parts: the entries behind some lines, as they are before lines are made of them; `names_of` says
# which columns of a part's page. With their rows in the ledger.
ledger_of_lines <- function(drawn, lines, names_of) {
  brief <- brief_as_worked(drawn)
  wanted <- groups_of_lines(drawn, lines)
  found <- lapply(seq_len(number_of_parts(brief$source)), function(k) {
    take_breath()
    page <- page_of_part(brief, k)
    at <- rows_of_groups(page, drawn$lines$groups, wanted)
    names <- names_of(page)
    columns <- lapply(stats::setNames(nm = names), function(name) pick_rows(entry_column(page$entries, name), at))
    rows <- rows_in_ledger(brief$source, k, page$brief$source, rows_in_source(page$entries, at))
    list(rows = rows, columns = columns, shown = page$entries$source_names)
  })
  rows <- unlist(lapply(found, `[[`, "rows"))
  order <- order(rows)
  columns <- lapply(stats::setNames(nm = names(found[[1]]$columns)), function(name) {
    pick_rows(stacked_alike(lapply(found, function(part) part$columns[[name]])), order)
  })
  source <- new_ledger(columns, name_of(drawn$brief$source), length(rows))
  list(rows = rows[order], source = opened_as(source, "data_frame"), shown = found[[1]]$shown)
}

# The brief on the parts that were worked.
brief_as_worked <- function(drawn) {
  brief <- drawn$brief
  if (!is.null(drawn$by_groups)) brief$source <- drawn$by_groups
  brief
}

# Rows of a part as rows of the whole ledger.
rows_in_ledger <- function(source, k, part, rows) {
  if (is.null(part$row_numbers)) before_parts(source)[k] + rows else part$row_numbers[rows]
}

# The entries in hand of a part that are in groups of all parts.
rows_of_groups <- function(page, states, wanted) {
  n <- page$entries$n
  if (length(states$keys) == 0) return(if (all(wanted)) seq_len(n) else integer())
  keys <- room_of("section", "lines")$keys_of(page, page$brief$checked$lines)
  all <- lapply(stats::setNames(nm = names(keys)), function(key) {
    stacked_alike(list(pick_rows(states$keys[[key]], states$at), keys[[key]]))
  })
  place <- places_in_first(all, c(states$n, n))
  which(wanted[place[states$n + seq_len(n)]])
}

# The entries of some lines as a page in hand and rows of it; of a page in parts they are gone for.
entries_in_hand <- function(drawn, lines) {
  if (!is_states(drawn$lines$groups)) return(list(drawn = drawn, rows = entries_of_lines(drawn, lines)))
  source <- drawn$brief$source
  if (!is_in_parts(source)) entries_of(source, names(kinds_of(source))[1])  # which says that there are none
  found <- ledger_of_lines(drawn, lines, function(page) page$entries$column_names)
  page <- work_sections(open_page(brief_on_lines(drawn$brief, found$source, found$source)))
  rows <- rows_of_groups(page, drawn$lines$groups, groups_of_lines(drawn, lines))
  list(drawn = page, rows = rows, numbers = found$rows, shown = found$shown)
}

# The lines and their figures, drawn up at once from the entries behind them.
page_of_lines <- function(drawn, lines) {
  brief <- drawn$brief
  found <- ledger_of_lines(drawn, lines, function(page) {
    named <- unlist(lapply(nodes_within(brief$checked[c("lines", "figures")]), function(node) {
      if (identical(node$type, "column")) node$name
    }))
    intersect(page$entries$column_names, named)
  })
  work_sections(open_page(brief_on_lines(brief, found$source, found$source)))
}

# Whether all entries are in hand, down to the ledger.
has_entries <- function(drawn) {
  while (!is_states(drawn$lines$groups) && !is.null(drawn$entries$below)) drawn <- drawn$entries$below$drawn
  !is_states(drawn$lines$groups)
}

# The page up to its figures on another ledger. Where its entries have been worked already (`worked`, that ledger), what
# was said of entries is not said again.
brief_on_lines <- function(brief, source, worked = NULL) {
  upto <- room_of("section", "figures")$place
  from <- if (is.null(worked)) 0 else room_of("section", "lines")$place
  place <- vapply(names(brief$sections), function(name) room_of("section", name)$place, 1)
  new_brief(source, brief$sections[place <= upto & (place >= from | place == 0)], brief$given)
}
