# Lines as their reader finds them: by their place on the page, and by their keys.

# The row of the printed statement where each line stands; missing where a line is not shown, or where
# keys stand abreast and a line is a cell.
printed_places <- function(drawn, at) {
  if (!is.null(drawn$page$wide)) return(rep(NA_integer_, length(at)))
  match(at, display_rows(drawn))
}

# For a table of what differs: the place and the keys of lines.
line_columns <- function(drawn, at) {
  keys <- lapply(stats::setNames(nm = drawn$lines$keys), function(key) {
    key_texts(plain_vector(pick_rows(drawn$lines$columns[[key]], as.integer(at))))
  })
  taken <- names(keys) %in% c("line", "figure", "column", "statement", "recomputed")
  names(keys)[taken] <- paste("key", names(keys)[taken])
  as_frame(c(list(line = printed_places(drawn, at)), keys), length(at))
}

said_line <- function(drawn, at) {
  place <- printed_places(drawn, at)
  if (!is.na(place)) return(sprintf("line %s", big_mark(place)))
  if (drawn$lines$grain != "lines") return("a row that is not shown")
  sprintf("%s: %s", if (is.null(drawn$page$wide)) "a line that is not shown" else "the cell", line_words(drawn, at))
}

# A line by its keys, in words.
line_words <- function(drawn, line) {
  lines <- drawn$lines
  if (lines$grain != "lines") return(sprintf("row %s", big_mark(line)))
  if (length(lines$keys) == 0) return("the whole")
  kept <- if (is_footed(lines)) lines$level_keys[[lines$level[line]]] else lines$keys
  if (length(kept) == 0) return("the grand total")
  words <- vapply(kept, function(key) {
    paste(key, key_texts(plain_vector(pick_rows(drawn$lines$columns[[key]], line)), drawn$page$formats[[key]]))
  }, "")
  over <- if (is_footed(drawn$lines)) setdiff(drawn$lines$keys, kept)
  both(c(words, vapply(over, all_of_them, "")))
}

figure_text <- function(drawn, name, value) {
  format <- drawn$page$formats[[name]]
  if (!is.null(format)) return(sprintf("%s (%s)", cell_texts(value, format), exact_text(value)))
  exact_text(value)
}
