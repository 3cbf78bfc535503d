# Smallest and largest value, by the order that a column's kind has.

same_as_x <- function(kind, ...) kind

# The end of a vector by base R: text by code point, factors by their levels.
end_of <- function(x, last) {
  if (length(x) == 0) return(x[NA_integer_])
  if (is.factor(x)) return(x[(if (last) which.max else which.min)(as.integer(x))])
  if (is.character(x)) return(sort(x, method = "radix", decreasing = last)[1])
  if (last) max(x) else min(x)
}

extreme <- function(name, last, beginning, farther, words) {
  force(farther)
  force(last)
  force(beginning)
  room(name, "figure",
    args = alist(x = ), takes = list(x = "ordered"), gives = same_as_x, additive = FALSE,
    fold = function(node) list(fold = "extremes", answer = name),
    counted = function(node) if (last) "greatest" else "least",
    slide = function(node) list(name = name), again = function(x, node) end_of(x, last), exact = name,
    in_columns = function(x, line, n, node, weight) x[end_in_columns(x, line, n, last)],
    by_hand = function(x, value, node) {
      sprintf("In order%s they begin %s.", beginning, some_values((if (last) rev else identity)(in_order(x)), most = 5))
    },
    in_sql = end_said(name, if (last) "any" else "every"), farther = farther, picks = TRUE, words = words,
      short = sub("the ([a-z]+) .*", "\\1", words)
  )
}

extreme("min", FALSE, "", pmin, "the smallest {x}")
extreme("max", TRUE, ", largest first,", pmax, "the largest {x}")
