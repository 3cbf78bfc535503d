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
  words <- character(length(line))
  others <- is_others(lines)[line]
  words[others] <- others_in_words(drawn, line[others])
  level <- if (is_footed(lines)) lines$level[line] else rep(1L, length(line))
  for (one in unique(level[!others])) {
    here <- level == one & !others
    words[here] <- keys_in_words(drawn, line[here], if (is_footed(lines)) lines$level_keys[[one]] else lines$keys)
  }
  words
}

others_in_words <- function(drawn, line) {
  per <- drawn$lines$others_per
  if (length(per)) paste("the others of", both_each(key_words(drawn, line, per))) else rep("the others", length(line))
}

keys_in_words <- function(drawn, line, kept) {
  if (length(drawn$lines$keys) == 0) return(rep("the whole", length(line)))
  if (length(kept) == 0) return(rep("the grand total", length(line)))
  over <- if (is_footed(drawn$lines)) setdiff(drawn$lines$keys, kept)
  both_each(c(key_words(drawn, line, kept), lapply(over, function(key) rep(all_of_them(key), length(line)))))
}

key_words <- function(drawn, line, keys) {
  lapply(keys, function(key) {
    paste(key, key_texts(plain_vector(pick_rows(drawn$lines$columns[[key]], line)), drawn$page$formats[[key]]))
  })
}

figure_text <- function(drawn, name, value) {
  format <- drawn$page$formats[[name]]
  exact <- exact_text(value)
  if (is.null(format)) return(exact)
  shown <- cell_texts(value, format)
  if (shown == gsub(",", "", exact, fixed = TRUE)) shown else sprintf("%s (%s)", shown, exact)
}
