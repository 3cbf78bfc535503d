# What stands between the cells of delimited text: as asked, or seen by the first records.

separators <- c(comma = ",", semicolon = ";", tab = "\t", bar = "|")

separator_for <- function(file, source, asked, name) {
  if (!is.null(asked)) {
    if (is_one_text(asked) && asked %in% names(separators)) asked <- separators[[asked]]
    if (is_one_text(asked) && nchar(asked, "bytes") == 1 && !asked %in% c("\"", "\n", "\r")) return(asked)
    stop_idle(
      "bad_argument", sprintf("A separator is one plain character, and got %s.", value_text(asked)),
      sprintf("Or one of the words %s.", either(names(separators)))
    )
  }
  cells <- lapply(separators, function(mark) lengths(core_first_records(file, mark, 200)))
  even <- vapply(cells, function(n) length(n) > 0 && n[1] > 1 && all(n == n[1]), TRUE)
  usual <- if (is.raw(source) || !grepl("[.](tsv|tab)", source, ignore.case = TRUE)) "comma" else "tab"
  if (sum(even) == 1) return(separators[[which(even)]])
  if (sum(even) > 1) return(settled_separator(even, usual, cells, name))
  first <- vapply(cells, function(n) if (length(n)) n[1] else 1L, 1L)
  if (first[[usual]] > 1 || max(first) < 2) return(separators[[usual]])
  separators[[which.max(first)]]
}

# Several separators give rows of one length: the usual one, unless another gives more columns.
settled_separator <- function(even, usual, cells, name) {
  first <- vapply(cells[even], `[[`, 1L, 1)
  if (even[[usual]] && all(first <= first[[usual]])) return(separators[[usual]])
  stop_idle(
    "bad_file", sprintf("%s can be read with %s between the cells.", name, either(paste("a", names(separators)[even]))),
    sprintf("Say which: %s.", advice_on_reading("separator", names(which.max(first))))
  )
}
