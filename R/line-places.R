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

# Lines by their keys, in words.
line_words <- function(drawn, line) {
  lines <- drawn$lines
  if (lines$grain != "lines") return(sprintf("row %s", vapply(line, big_mark, "")))
  if (!is_footed(lines)) return(keys_in_words(drawn, line, lines$keys))
  words <- character(length(line))
  for (level in unique(lines$level[line])) {
    here <- lines$level[line] == level
    words[here] <- keys_in_words(drawn, line[here], lines$level_keys[[level]])
  }
  words
}

keys_in_words <- function(drawn, line, kept) {
  if (length(drawn$lines$keys) == 0) return(rep("the whole", length(line)))
  if (length(kept) == 0) return(rep("the grand total", length(line)))
  words <- lapply(kept, function(key) {
    paste(key, key_texts(plain_vector(pick_rows(drawn$lines$columns[[key]], line)), drawn$page$formats[[key]]))
  })
  over <- if (is_footed(drawn$lines)) setdiff(drawn$lines$keys, kept)
  both_each(c(words, lapply(over, function(key) rep(all_of_them(key), length(line)))))
}

figure_text <- function(drawn, name, value) {
  format <- drawn$page$formats[[name]]
  if (!is.null(format)) return(sprintf("%s (%s)", cell_texts(value, format), exact_text(value)))
  exact_text(value)
}
