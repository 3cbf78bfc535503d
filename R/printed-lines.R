# Lines as they are printed: what rules about handing over look at.

# How a column of the lines is written on the page: the format of the layout, or its own.
format_on_page <- function(drawn, name) {
  for (part in drawn$page$layout) if (part$name == name && !is.null(part$format)) return(part$format)
  drawn$page$formats[[name]]
}

printed_texts <- function(drawn, name, rows) {
  cell_texts(pick_rows(drawn$lines$columns[[name]], as.integer(rows)), format_on_page(drawn, name))
}

# The number that stands in a printed text, without its currency or percent sign.
printed_numbers <- function(texts) {
  suppressWarnings(as.numeric(gsub("[^0-9.-]", "", texts, perl = TRUE)))
}

printed_decimals <- function(texts) {
  parts <- regmatches(texts, regexpr("[.][0-9]+", texts))
  if (length(parts)) max(nchar(parts)) - 1 else 0
}

# Lines of a page that are few enough to be read, and shown.
lines_to_read <- function(drawn) {
  own <- own_lines(drawn$lines)
  if (drawn$lines$grain != "lines" || length(own) > 10000) return(integer())
  if (is.null(drawn$lines$shown)) own else own[drawn$lines$shown[own]]
}

# The columns on the page, with their headings; those of a crosstab are its cells, and are left out.
laid_out <- function(drawn) {
  if (is.null(drawn$page$wide)) once_of_lines(drawn$lines, "laid out", full_layout(drawn))
}
