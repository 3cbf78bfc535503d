# A page while it is drawn up: its brief and the three values `entries`, `lines` and `page`, which every
# section takes and returns.

open_page <- function(brief, aside = FALSE) {
  entries <- new_entries(brief, aside)
  drawn <- list(brief = brief, entries = entries, lines = new_lines(entries$n), page = new_page(brief))
  drawn$page$formats <- formats_below(entries)
  subtotals <- entries$below$subtotals
  if (is.null(subtotals) || subtotals == 0) return(drawn)
  add_note(drawn, sprintf(
    "The page below shows %s; this page is drawn up from its lines alone.", count_of(subtotals, "subtotal")
  ), "subtotals_below")
}

# Columns look as they do on the page below, or as their names say.
formats_below <- function(entries) {
  below <- entries$below$drawn
  if (is.null(below)) return(formats_of_names(kinds_of(entries$source)))
  keys <- below$lines$keys
  keys <- keys[vapply(below$lines$columns[keys], is_right_aligned, TRUE)]
  formats <- c(below$page$formats, stats::setNames(rep(list(unmarked), length(keys)), keys))
  formats[intersect(names(formats), entries$source_names)]
}

# Works all sections of a page that is open. `watch` is called with what is in hand after each of them; `aside` (of
# open_page) keeps the entries that a section leaves out.
work_sections <- function(drawn, watch = NULL) {
  if (!is.null(watch)) watch(drawn, "source")
  for (name in names(drawn$brief$checked)) {
    drawn <- work_section(drawn, name)
    if (!is.null(watch)) watch(drawn, name)
  }
  drawn
}

work_section <- function(drawn, name) {
  take_breath()
  began <- proc.time()[["elapsed"]]
  before <- rows_in_hand(drawn)
  drawn <- room_of("section", name)$work(drawn, drawn$brief$checked[[name]])
  if (drawn$lines$grain == "entries") drawn$lines$n <- drawn$entries$n
  close_section(drawn, name, before, proc.time()[["elapsed"]] - began)
}

# A finished draw-up gives back the memory of its text codes, and what it put by on disk; nothing of it is used again.
release_page <- function(drawn) {
  put_away(drawn)
  for (column in drawn$entries$fetched$columns) if (is_text_vector(column)) core_release(column)
  if (!is.null(drawn$lines$groups) && !is_states(drawn$lines$groups)) core_release_groups(drawn$lines$groups)
}

put_away <- function(drawn) {
  for (at in drawn$by_groups$in_parts$at) unlink(at$folder$path, recursive = TRUE)
}

sections_before_lines <- function(brief) {
  upto <- room_of("section", "lines")$place
  Filter(function(name) room_of("section", name)$place < upto, names(brief$checked))
}

# The pages below, down to the one whose source is the ledger.
lowest_page <- function(drawn) {
  while (!is.null(drawn$entries$below)) drawn <- drawn$entries$below$drawn
  drawn
}

# The same page with a column more; windows that were worked on the one it takes the place of are gone.
with_entry_column <- function(drawn, name, column) {
  if (name %in% drawn$entries$column_names) drawn$page$log$memo <- new_window_memo()
  drawn$page$formats[[name]] <- NULL
  drawn$entries <- add_entry_column(drawn$entries, name, column)
  drawn
}

# The same with a column more beside each line.
add_line_column <- function(drawn, name, column) {
  if (drawn$lines$grain == "lines") {
    drawn$lines$columns[[name]] <- column
  } else {
    drawn <- with_entry_column(drawn, name, column)
  }
  drawn
}
