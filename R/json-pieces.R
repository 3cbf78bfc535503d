# Pieces of JSON from vectors, fast for long ones. What stands in a page of HTML has no sign that could end it.

json_array <- function(texts) paste0("[", paste(texts, collapse = ","), "]")

json_arrays <- function(vectors, plain = FALSE) {
  json_array(vapply(unname(vectors), function(x) json_array(if (plain) x else ifelse(is.na(x), "null", x)), ""))
}

json_flag <- function(x) if (isTRUE(x)) "true" else "false"

json_named <- function(names, texts) {
  if (length(names) == 0) return("{}")
  paste0("{", paste(paste0(json_text(names), rep(":", length(names)), texts), collapse = ","), "}")
}

json_counts <- function(table) json_named(names(table), as.character(as.integer(table)))

# The shortest digits that are read as the same number again; what is none is a text.
json_numbers <- function(x) {
  if (inherits(x, "integer64")) {
    text <- as.character(x)
  } else if (is.integer(x)) {
    text <- as.character(x)
  } else {
    x <- as_plain_number(x)
    text <- sprintf("%.15g", x)
    longer <- is.finite(x) & suppressWarnings(as.double(text)) != x
    text[longer] <- sprintf("%.17g", x[longer])
    odd <- !is.finite(x) & !is.na(x) | is.nan(x)
    text[odd] <- json_text(text[odd])
  }
  text[is.na(x) & !is.nan(as.double(unclass(x)))] <- "null"
  text
}

json_list <- function(records) {
  json_array(vapply(unname(records), function(record) {
    json_named(names(record), vapply(record, function(value) {
      if (is.logical(value)) json_flag(value) else if (is.numeric(value)) json_numbers(value) else json_text(value)
    }, ""))
  }, ""))
}

# Within a script element: no text of data ends it or begins another.
json_in_html <- function(text) {
  text <- gsub("<", "\\u003c", text, fixed = TRUE)
  text <- gsub("\u2028", "\\u2028", text, fixed = TRUE)
  gsub("\u2029", "\\u2029", text, fixed = TRUE)
}
