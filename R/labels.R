# Expressions, trees and rooms in words.

# Expressions that nobody could have written are shown by their head alone.
expr_text <- function(expr) {
  lines <- tryCatch(deparse(expr, width.cutoff = 500L, backtick = TRUE), error = function(e) {
    sprintf("%s(...)", if (is.symbol(expr[[1]])) as.character(expr[[1]]) else "?")
  })
  if (length(lines) == 1) lines else paste(trimws(lines), collapse = " ")
}

item_text <- function(item) {
  text <- expr_text(item$expr)
  if (nzchar(item$name)) paste(name_text(item$name), "=", text) else text
}

name_text <- function(name) expr_text(as.name(name))

node_label <- function(node) {
  if (node$type == "call" && node$fn == "combination") {
    return(paste("combinations of", both(vapply(unname(node$args), node_label, ""))))
  }
  if (node$type == "call" && length(nodes_of(node)) > 200) return(sprintf("the result of %s()", node$fn))
  switch(node$type,
    column = node$name, parent = "parent", set = "a set of values", value = value_text(node$value),
      given = sprintf("given(%s)", node$name),
    call_label(node$fn, vapply(unname(node$args), node_label, character(1)))
  )
}

call_label <- function(fn, args) {
  if (grepl("^[a-z]", fn)) return(sprintf("%s(%s)", fn, toString(args)))
  if (length(args) == 1) paste0(fn, args) else paste(args[1], fn, args[2])
}

figure_label <- function(node) {
  words <- room_of("figure", node$fn)$words
  x <- node$args$x
  text <- if (is.function(words)) words(node) else words
  if (!is.null(x)) text <- gsub("{x}", node_label(x), text, fixed = TRUE)
  if (is.null(node$args$where) || !is.null(node$asked)) text else paste0(text, ", where ", node_label(node$args$where))
}

node_text <- function(node) {
  switch(node$type,
    column = tick(node$name), value = value_text(node$value), given = sprintf("given(%s)", node$name),
    sprintf("the result of %s()", node$fn)
  )
}

sort_words <- function(sorts) {
  both(vapply(sorts, function(key) {
    if (key$down) sprintf("%s, largest first", node_label(key$node)) else node_label(key$node)
  }, ""))
}

per_words <- function(per) {
  if (length(per) == 0) return("")
  sprintf(" in each %s", both(vapply(per, node_label, "")))
}

order_words <- function(along) {
  if (length(along) == 0) return(" in the order of entry")
  paste0(" along ", sort_words(along))
}

along_words <- function(node) {
  along <- node$args$along
  if (is.null(along)) ", in the order of entry" else paste0(", along ", sort_words(along))
}

plain_words <- function(entry) {
  words <- entry$words
  if (is.function(words)) {
    if (!is.null(entry$plain)) return(entry$plain)
    empty <- list(args = list(), options = list(digits = 2, unit = "month"))
    if (entry$kind == "figure") empty$args$x <- list(type = "column", name = "x", kind = "double")
    words <- words(empty)
  }
  gsub("{x}", "x", words, fixed = TRUE)
}

where_words <- function(part) {
  if (length(part$conditions) == 0) "" else paste(" where", both(vapply(part$conditions, `[[`, "", "text")))
}

weight_label <- function(node) if (!is.null(node$args$weight)) sprintf("of its weight %s", node_label(node$args$weight))
