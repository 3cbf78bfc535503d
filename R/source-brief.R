# A brief as the source of another: its shown lines are the entries of the next page.

#' @exportS3Method
kinds_of.idle_brief <- function(source) vapply(source$columns, function(kind) kind[[1]], "")
#' @exportS3Method
column_notes.idle_brief <- function(source) list()
#' @exportS3Method
page_notes.idle_brief <- function(source) NULL
#' @exportS3Method
total_columns.idle_brief <- function(source) NULL
#' @exportS3Method
renamed_columns.idle_brief <- function(source) NULL
#' @exportS3Method
name_of.idle_brief <- function(source) page_title(source)
#' @exportS3Method
said_of.idle_brief <- function(source) "another page"
#' @exportS3Method
pages_deep.idle_brief <- function(source) source$depth
#' @exportS3Method
lowest_source.idle_brief <- function(source) lowest_source(source$source)
#' @exportS3Method
with_source.idle_brief <- function(source, change) {
  now <- with_source(source$source, change)
  if (identical(now, source$source)) return(source)
  new_brief(now, source$sections, source$given, isTRUE(source$narrowed))
}
#' @exportS3Method
with_tables.idle_brief <- function(source, change) {
  if (length(source$tables) == 0 && !is_brief(source$source)) return(source)
  sections <- with_changed_tables(source$sections, change)
  new_brief(with_tables(source$source, change), sections, source$given, isTRUE(source$narrowed))
}
#' @exportS3Method
values_wanting.idle_brief <- function(source) {
  found <- unlist(lapply(nodes_within(source$checked), function(node) {
    if (identical(node$type, "given")) node$name
  }))
  unique(c(found, values_wanting(source$source), unlist(lapply(source$tables, values_wanting))))
}
#' @exportS3Method
supplied.idle_brief <- function(source, values) {
  sections <- with_changed_tables(source$sections, function(table, name) supplied(table, values))
  new_brief(
    supplied(source$source, values), sections, utils::modifyList(source$given, values), isTRUE(source$narrowed)
  )
}

# Drawn up once for the page above it: what is in hand there answers for its lines.
#' @exportS3Method
page_below.idle_brief <- function(source) {
  drawn <- work_brief_at_once(source)
  all <- display_rows(drawn)
  shown <- all[!is_subtotal(drawn$lines)[all]]
  list(
    drawn = drawn, subtotals = length(all) - length(shown),
    n = length(shown), shown = shown,
    columns = lapply(shown_columns(drawn, names(source$columns))[names(source$columns)], pick_rows, rows = shown)
  )
}
