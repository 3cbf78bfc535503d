# Fractions compared for equality: 0.1 + 0.2 is not 0.3 to the last bit, and an entry that was meant is passed over.

room("fractions", "rule", place = 25, of_ledger = NULL, of_values = NULL,
  words = "fractions compared for equality, where values differ in their last bits only",
  example = quote(brief(transform(demo_table("dues"), part = 0.1 * (slip %% 5)), only = part == 0.3, lines = wharf,
    figures = c(n = count()))),
  twin = quote(brief(transform(demo_table("dues"), part = round(0.1 * (slip %% 5), 1)), only = part == 0.3,
    lines = wharf, figures = c(n = count()))),
  of_page = function(drawn) {
    do.call(c, lapply(conditions_of(drawn), function(one) {
      lapply(parts_of_condition(one$node), last_bits_differ, one = one)
    }))
  }
)

last_bits_differ <- function(node, one) {
  if (!is_call_of(node, c("==", "!=", "%in%", ">=", "<=", "<", ">"))) return(NULL)
  sides <- unname(node$args)
  if (!any(vapply(sides, function(side) identical(side$kind, "double"), TRUE))) return(NULL)
  near <- 0
  values <- lapply(sides, side_values, table = one$table)
  if (any(vapply(values, is.null, TRUE))) return(NULL)
  for (value in if (node$fn == "%in%") values[[2]] else values[2]) {
    close <- abs(values[[1]] - value) <= 1e-12 * pmax(abs(values[[1]]), abs(value))
    near <- near + sum(close & values[[1]] != value, na.rm = TRUE)
  }
  if (near > 0) a_finding(sprintf(
    "Fractions: %s, in %s, compares fractions to the last bit, and in %s they differ by nothing more; write %s.",
    node_label(node), one$place, so_many_rows(near, one$unit), "rounded(x, 6) on both sides"
  ), columns_in(node), weight = near / one$table$n)
}

side_values <- function(node, table) {
  value <- if (identical(node$type, "value")) plain_vector(node$value) else if (identical(node$type,
    "set")) unlist(lapply(unname(node$args), function(arg) arg$value)) else
    if (node$kind %in% c("double", "integer")) evaluate_column(node, table)
  if (is.numeric(value)) as_plain_number(value)
}
