# Weights of a mean that do not fit: below zero, none above it, all the same, or identifiers.

room("weights", "rule", place = 30, of_ledger = NULL, of_values = NULL,
  words = "weights of a mean that are below zero, all the same, nowhere filled in, or identifiers",
  example = quote(brief(demo_table("dues"), lines = wharf, figures = c(typical = mean(rate, weight = slip)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(typical = mean(rate, weight = tonnes)))),
  of_page = function(drawn) {
    each_figure_call(drawn, function(figure, node) if (!is.null(node$args$weight)) odd_weights(figure, node, drawn))
  }
)

odd_weights <- function(figure, node, drawn) {
  weight <- node$args$weight
  w <- as_plain_number(evaluate_column(weight, entries_table(drawn)))
  known <- w[is.finite(w)]
  below <- which(w < 0)
  seen <- values_of_page(drawn)
  by_id <- weight$type == "column" && !is.null(seen) && weight$name %in% seen$all && is_identifier(seen, weight$name)
  what <- if (by_id) "tells entries apart and is no weight" else
    if (length(below)) sprintf("is below zero in %s, the first in %s", entry_count(length(below)), in_row(drawn$entries,
      below[1])) else
    if (length(known) > 1 && all(known == 0)) "is zero in every entry, so that nothing is weighed" else
    if (length(known) > 9 && length(unique(known)) == 1) "is the same in every entry, so that it weighs nothing" else
    if (identical(node_label(weight), node_label(node$args$x))) "is what it weighs"
  if (!is.null(what)) a_finding(sprintf("Weights: of `%s`, the weight %s %s.", figure$name, node_label(weight), what),
    columns_in(weight), weight = if (length(below) && !by_id) length(below) / length(w) else 1)
}
