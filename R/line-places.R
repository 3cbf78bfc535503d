# Lines as their reader finds them: by their place on the page, and by their keys.

# The row of the printed statement where each line stands; missing where a line is not shown, or where
# keys stand abreast and a line is a cell.
printed_places <- function(state, at) {
  if (!is.null(state$wide)) return(rep(NA_integer_, length(at)))
  match(at, display_rows(state))
}

# For a table of what differs: the place and the keys of lines.
line_columns <- function(state, at) {
  keys <- lapply(stats::setNames(nm = state$keys), function(key) {
    key_texts(plain_vector(pick_rows(state$lines[[key]], as.integer(at))))
  })
  taken <- names(keys) %in% c("line", "figure", "column", "statement", "recomputed")
  names(keys)[taken] <- paste("key", names(keys)[taken])
  as_frame(c(list(line = printed_places(state, at)), keys), length(at))
}

said_line <- function(state, at) {
  place <- printed_places(state, at)
  if (!is.na(place)) return(sprintf("line %s", big_mark(place)))
  if (state$grain != "lines") return("a row that is not shown")
  sprintf("%s: %s", if (is.null(state$wide)) "a line that is not shown" else "the cell", line_words(state, at))
}
