# What stands out in a column: a sign that hardly any other value has, and one entry that makes much of a total.

room("standouts", "rule", place = 4, repair = NULL,
  of_ledger = function(columns, n) {
    each_column(columns, is_plain_double, function(x, name) {
      below <- which(x < 0)
      if (length(below) == 0 || length(below) > 0.01 * n) return(NULL)
      sprintf("`%s`: %s below zero, the first in row %s.", name, is_are(length(below), "value"), big_mark(below[1]))
    })
  },
  of_page = function(drawn) {
    if (drawn$entries$n < limit("fewest_to_judge")) return(list())
    nodes <- Filter(function(node) node$args$x$kind %in% c("double", "integer"), total_nodes(drawn))
    do.call(c, unname(Map(function(name, node) standouts_of(drawn, name, node), names(nodes), nodes)))
  }
)

# Of the entries of a total, where there are enough to judge.
standouts_of <- function(drawn, name, node) {
  x <- as_plain_number(evaluate_column(node$args$x, entries_table(drawn)))
  found <- core_weigh(x)
  if (found$above + found$below < limit("fewest_to_judge") || found$endless) return(list())
  list(
    if (found$largest > limit("large_part") * found$size) a_note("weight", sprintf(
      "Weight: one entry, %s, is %s%% of %s: %s.", in_row(drawn$entries, found$first_largest),
      number_text(100 * found$largest / found$size, 0), name, exact_text(x[found$first_largest])
    )),
    odd_sign(drawn, node, x, found)
  )
}

odd_sign <- function(drawn, node, x, found) {
  rarer <- min(found$above, found$below)
  if (rarer == 0 || rarer > 0.01 * (found$above + found$below)) return(NULL)
  negative <- found$below == rarer
  at <- if (negative) found$first_below else found$first_above
  a_note("signs", sprintf(
    "Signs: %s of %s %s %s zero, unlike the others, the first in %s: %s.", count_of(rarer, "value"),
    node_label(node$args$x), if (rarer == 1) "is" else "are", if (negative) "below" else "above",
    in_row(drawn$entries, at), exact_text(x[at])
  ))
}
