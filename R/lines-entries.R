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

# Of a page worked in parts: the rows of the ledger behind some lines, and columns of them, gone for part by part.
ledger_of_lines <- function(drawn, lines, names) {
  brief <- drawn$brief
  wanted <- groups_of_lines(drawn, lines)
  states <- drawn$lines$groups
  before <- before_parts(brief$source)
  found <- lapply(seq_len(number_of_parts(brief$source)), function(k) {
    take_breath()
    page <- page_of_part(brief, k)
    at <- rows_of_groups(page, states, wanted)
    rows <- sort(unique(as.integer(rows_in_source(page$entries, at))))
    columns <- coded_columns(page$brief$source, names)
    list(rows = before[k] + rows, columns = lapply(columns, pick_rows, rows = rows))
  })
  rows <- unlist(lapply(found, `[[`, "rows"))
  columns <- lapply(stats::setNames(nm = names), function(name) {
    stacked_alike(lapply(found, function(part) part$columns[[name]]))
  })
  list(rows = rows, source = new_ledger(columns, name_of(brief$source), length(rows)))
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
  found <- ledger_of_lines(drawn, lines, names(kinds_of(source)))
  page <- work_sections(open_page(brief_on_lines(drawn$brief, found$source)))
  list(
    drawn = page, rows = rows_of_groups(page, drawn$lines$groups, groups_of_lines(drawn, lines)), numbers = found$rows
  )
}

# The page up to its figures, drawn up at once from the entries behind some lines.
page_of_lines <- function(drawn, lines) {
  found <- ledger_of_lines(drawn, lines, columns_of_page(drawn$brief))
  list(page = work_sections(open_page(brief_on_lines(drawn$brief, found$source))), rows = found$rows)
}

# The page up to its figures, on another ledger.
brief_on_lines <- function(brief, source) {
  upto <- room_of("section", "figures")$place
  kept <- Filter(function(name) room_of("section", name)$place <= upto, names(brief$sections))
  new_brief(source, brief$sections[kept], brief$given)
}
