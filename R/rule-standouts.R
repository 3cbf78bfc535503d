# What stands out in a column: a sign that hardly any other value has, and one entry that makes much of a total.

room("standouts", "rule", place = 4, of_values = NULL,
  words = "a sign unlike almost all others, and one entry that makes a quarter of a total",
  example = quote(brief(transform(demo_table("dues"), due = replace(due, 9, -due[9])), lines = wharf,
    figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)))),
  of_ledger = function(seen) {
    lapply(Filter(function(name) seen$kind(name) == "double", seen$all), function(name) {
      below <- which(seen$column(name) < 0)
      if (length(below) == 0 || length(below) > 0.01 * seen$n) return(NULL)
      a_finding(sprintf("`%s`: %s below zero, the first in row %s.", name, is_are(length(below), "value"),
        big_mark(below[1])), name, below)
    })
  },
  of_page = function(drawn) {
    if (drawn$entries$n < limit("fewest_to_judge")) return(NULL)
    nodes <- Filter(function(node) node$args$x$kind %in% c("double", "integer"), total_nodes(drawn))
    do.call(c, unname(Map(function(name, node) standouts_of(drawn, name, node), names(nodes), nodes)))
  }
)

# Of the entries of a total, where there are enough to judge.
standouts_of <- function(drawn, name, node) {
  found <- weighed_column(drawn, node$args$x)
  x <- found$values
  if (found$above + found$below < limit("fewest_to_judge") || found$endless) return(list())
  list(
    if (found$largest > limit("large_part") * found$size) a_finding(sprintf(
      "Weight: one entry, %s, is %s%% of %s: %s.", in_row(drawn$entries, found$first_largest),
      number_text(100 * found$largest / found$size, 0), name, exact_text(x[found$first_largest])
    ), columns_in(node$args$x), weight = found$largest / found$size),
    odd_sign(drawn, node, x, found)
  )
}

odd_sign <- function(drawn, node, x, found) {
  rarer <- min(found$above, found$below)
  if (rarer == 0 || rarer > max(1, 0.01 * (found$above + found$below))) return(NULL)
  negative <- found$below == rarer
  at <- if (negative) found$first_below else found$first_above
  a_finding(sprintf(
    "Signs: %s of %s %s %s zero, unlike the others, the first in %s: %s.", count_of(rarer, "value"),
    node_label(node$args$x), if (rarer == 1) "is" else "are", if (negative) "below" else "above",
    in_row(drawn$entries, at), exact_text(x[at])
  ), columns_in(node$args$x), core_rows_of_sign(x, negative))
}
