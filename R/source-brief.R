# A brief as the source of another: its shown lines are the entries of the next page.

#' @exportS3Method
kinds_of.idle_brief <- function(source) vapply(source$columns, function(kind) kind[[1]], "")
#' @exportS3Method
column_notes.idle_brief <- function(source) list()
#' @exportS3Method
name_of.idle_brief <- function(source) page_title(source)

page_title <- function(brief) {
  title <- brief$checked$title
  if (!is.null(title)) return(title)
  below <- sub("^From ", "", name_of(brief$source))
  if (length(brief$keys) == 0) return(sprintf("From %s", below))
  sprintf("%s by %s", below, both(brief$keys))
}

# Drawn up once for the page above it: what is in hand there answers for its lines. NULL for a ledger.
page_below <- function(brief) {
  if (!inherits(brief, "idle_brief")) return(NULL)
  drawn <- work_brief(brief)
  all <- display_rows(drawn)
  shown <- all[!is_subtotal(drawn$lines)[all]]
  list(
    drawn = drawn, subtotals = length(all) - length(shown),
    n = length(shown), shown = shown,
    columns = lapply(shown_columns(drawn, names(brief$columns))[names(brief$columns)], pick_rows, rows = shown)
  )
}
