# Delimited text: a statement's columns under their headings.

room("delimited", "writer", place = 1,
  endings = "[.](csv|tsv)$", shown = c(".csv", ".tsv"), takes = "guard",
  write = function(x, path, how) write_delimited(x, path, how$guard)
)

write_delimited <- function(x, path, guard) {
  table <- as.list(as.data.frame(x))
  headings <- headings_of(x)
  if (guard) {
    table <- guarded(table)
    headings <- escape_formula(headings)
  }
  separator <- if (grepl("tsv$", path, ignore.case = TRUE)) "\t" else ","
  n <- nrow(x)
  write_whole(path, function(put) {
    put(paste0(paste(in_quotes(headings, separator), collapse = separator), "\n"))
    for (from in seq(1, by = lines_at_once, length.out = ceiling(n / lines_at_once))) {
      take_breath()
      rows <- seq(from, min(n, from + lines_at_once - 1))
      cells <- lapply(table, function(column) delimited_cells(column[rows], separator))
      put(paste0(do.call(paste, c(unname(cells), sep = separator)), "\n", collapse = ""))
    }
  })
}

lines_at_once <- 1e5

# Missing values are nothing at all; empty text, and text that reads like a missing value, stand in quotes.
delimited_cells <- function(column, separator) {
  text <- column_written(column)
  if (is.character(column) || is.factor(column)) text <- in_quotes(text, separator)
  ifelse(is_missing_value(column), "", text)
}

in_quotes <- function(text, separator) {
  needed <- !nzchar(text) | text %in% "NA" | grepl("[\"\r\n]", text) | grepl(separator, text, fixed = TRUE)
  ifelse(needed, paste0("\"", gsub("\"", "\"\"", text, fixed = TRUE), "\""), text)
}

guarded <- function(table) {
  textual <- vapply(table, function(column) is.character(column) || is.factor(column), TRUE)
  risky <- sum(vapply(table[textual], function(column) sum(starts_a_formula(as.character(column))), numeric(1)))
  if (risky == 0) return(table)
  rlang::inform(
    sprintf("%s with an apostrophe before text that a spreadsheet would take for a formula.", is_are(risky, "cell"))
  )
  table[textual] <- lapply(table[textual], function(column) escape_formula(as.character(column)))
  table
}
