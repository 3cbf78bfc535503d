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

# Drawn up once for the page above it: the state below answers for its lines.
lines_below <- function(brief) {
  state <- work_brief(brief)
  all <- display_rows(state)
  shown <- all[!is_subtotal(state)[all]]
  list(
    state = state, subtotals = length(all) - length(shown),
    n = length(shown), shown = shown,
    columns = lapply(state_columns(state, names(brief$columns))[names(brief$columns)], pick_rows, rows = shown)
  )
}
