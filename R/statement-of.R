# The finished statement: a data frame that knows where it came from.

statement_of <- function(drawn) {
  if (!is.null(drawn$page$wide)) return(wide_statement(drawn))
  rows <- display_rows(drawn)
  layout <- full_layout(drawn)
  names <- vapply(layout, function(part) part$name, "")
  names <- unique(c(names, names(level_marks(drawn$lines))))
  columns <- lapply(names, function(name) {
    if (name %in% level_columns && !is.null(drawn$lines$line_kind)) return(drawn$lines[[name]][rows])
    own <- untouched_column(drawn, name, rows)
    if (is.null(own)) pick_if_needed(line_column(drawn, name), rows, drawn$lines$n) else own
  })
  as_statement(stats::setNames(columns, names), length(rows), statement_facts(drawn, layout, length(rows)))
}

# A text column of the source that is shown as it stands need not be written out again.
untouched_column <- function(drawn, name, rows) {
  if (drawn$lines$grain == "lines" || !is.null(drawn$entries$rows) || !is_ledger_itself(drawn$entries)) return(NULL)
  if (length(rows) != drawn$entries$n || is.unsorted(rows)) return(NULL)
  column <- line_column(drawn, name)
  if (!is_text_vector(column) || name %in% drawn$entries$made_names) return(NULL)
  own <- drawn$brief$source$columns[[name]]
  if (is.character(own) && is.null(attributes(own))) own
}

pick_if_needed <- function(column, rows, n) {
  if (length(rows) == n && !is.unsorted(rows)) column else pick_rows(column, rows)
}

full_layout <- function(drawn) {
  page <- drawn$page
  blank <- page$windows[!page$windows %in% drawn$lines$keys]
  is_blank <- function(name) length(blank) > 0 && name %in% blank
  if (is.null(page$layout)) return(lapply(page_columns(drawn), function(name) {
    list(name = name, heading = name, format = page$formats[[name]], blank = is_blank(name))
  }))
  lapply(page$layout, function(part) {
    part["format"] <- list(format_of_part(page, part))
    part$blank <- is_blank(part$name)
    part
  })
}

headings_of <- function(x) {
  layout <- statement_part(x, "layout")
  headings <- stats::setNames(vapply(layout, `[[`, "", "heading"), vapply(layout, `[[`, "", "name"))
  ifelse(names(x) %in% names(headings), headings[names(x)], names(x))
}
