room("sum", "figure", asked_often = TRUE, short = "total",
  args = alist(x = ), takes = list(x = "number"), additive = TRUE,
  gives = function(kind, ...) if (kind == "integer64") "integer64" else "double",
  fold = function(node) {
    list(fold = "total", answer = if (node$kind == "integer64") "whole_sum" else "sum")
  },
  slide = function(node) list(name = if (node$kind == "integer64") "whole_sum" else "sum"),
  again = function(x, node) if (length(x) == 0) NA else sum(x), exact = "sum", of_totals = function(n, total) total,
  in_columns = function(x, line, n, node, weight) {
    if (inherits(x, "integer64")) wholes_by_line(x, line, n) else by_line(x, line, n)
  },
  by_hand = function(x, value, node) sprintf("%s = %s.", some_values(x, " + "), exact_text(value)),
  is_total = TRUE, dust = function(size, n) size,
  of_figures = function(node, name, of) {
    sprintf("%s is %s, which does not add up to that of the whole; take the figure from the entries", name, of$what)
  },
  in_sql = function(sql, node, to) {
    said <- gathered_in_sql("sum", summed_said(sql$x, node$args$x, to), sql$where, to)
    if (node$kind == "integer64") in_type(said, "integer64", to) else said
  },
  words = "the total of {x}"
)

room("mean", "figure", asked_often = TRUE, short = "average",
  args = alist(x = , weight = NULL), takes = list(x = "number", weight = "number"),
  additive = FALSE, gives = "double",
  ready = function(args, ctx) {
    if (!is.null(args$weight) && args$x$kind != "double") args$x <- list(
      type = "call", fn = "as_number", args = list(x = args$x), kind = "double"
    )
    args
  },
  fold = function(node) {
    if (is.null(node$args$weight)) return(list(fold = "total", answer = "mean"))
    list(fold = "weighted", answer = "weighted_mean")
  },
  slide = function(node) list(name = if (is.null(node$args$weight)) "mean" else "weighted_mean"),
  again = function(x, node, weight = NULL) {
    if (length(x) == 0) return(NA_real_)
    if (is.null(weight)) return(mean(as_plain_number(x)))
    if (sum(weight) %in% 0) NA_real_ else weighted_again(as_plain_number(x), weight)
  },
  in_columns = function(x, line, n, node, weight) {
    x <- as_doubles(x)
    if (is.null(weight)) return(by_line(x, line, n) / tabulate(line, n))
    whole <- by_line(weight, line, n)
    found <- ifelse(whole %in% 0, NA_real_, by_line(x * weight, line, n) / whole)
    for (one in which(!is.finite(found) & !is.na(whole))) {
      here <- line == one
      found[one] <- if (whole[one] %in% 0) NA else weighted_again(x[here], weight[here])
    }
    found
  },
  exact = "mean", of_totals = function(n, total) total / n, dust = function(size, n) size / max(1, n),
  by_hand = function(x, value, node) {
    n <- big_mark(length(x))
    sprintf("(%s) / %s = %s / %s = %s.", some_values(x, " + "), n, exact_text(sum(x)), n, exact_text(value))
  },
  of_figures = function(node, name, of) {
    if (!is.null(node$args$weight) || isTRUE(of$moving)) return(NULL)
    if (identical(of$fn, "mean")) return(paste(
      "an average of averages: each line below counts the same, however many entries it has; average the entries,",
      "or give weight = with their number"
    ))
    sprintf("an average of %s, of which each is %s; take the figure from the entries", name, of$what)
  },
  in_sql = function(sql, node, to) {
    x <- summed_said(sql$x, node$args$x, to)
    if (is.null(sql$weight)) return(gathered_in_sql("avg", averaged_said(sql$x, node$args$x, to), sql$where, to))
    known <- sprintf("%s IS NOT NULL", sql$x)
    whole <- gathered_in_sql("sum", sql$weight, both_said(known, sql$where), to)
    sprintf("(%s / NULLIF(%s, 0))", in_type(gathered_in_sql("sum", sprintf("%s * %s", x, sql$weight), sql$where, to),
      "double", to), whole)
  },
  divides_by_days = TRUE, averages = TRUE,
  words = function(node) {
    if (is.null(node$args$weight)) return("the average of {x}")
    sprintf("the average of {x}, weighted by %s", node_label(node$args$weight))
  }
)

# In plain R a product of large numbers may have no end where the average has one; those are worked at another scale.
weighted_again <- function(x, weight) {
  found <- sum(x * weight) / sum(weight)
  if (is.finite(found) || !all(is.finite(x)) || !all(is.finite(weight))) return(found)
  x_size <- max(abs(x))
  weight_size <- max(abs(weight))
  sum((x / x_size) * (weight / weight_size)) / sum(weight / weight_size) * x_size
}
