# One entry that makes much of a total.

room("weights", "rule", place = 4, of_ledger = NULL, of_page = function(drawn) {
  each_total(drawn, function(name, node, x, found) {
    if (found$largest > limit("large_part") * found$size) a_note("weight", sprintf(
      "Weight: one entry, %s, is %s%% of %s: %s.", in_row(drawn$entries, found$first_largest),
      number_text(100 * found$largest / found$size, 0), name, exact_text(x[found$first_largest])
    ))
  })
})

# What stands out among the entries of each total, where there are enough to judge.
each_total <- function(drawn, find) {
  if (drawn$entries$n < limit("fewest_to_judge")) return(list())
  nodes <- Filter(function(node) node$args$x$kind %in% c("double", "integer"), total_nodes(drawn))
  unname(Map(function(name, node) {
    x <- as_plain_number(evaluate_column(node$args$x, entries_table(drawn)))
    found <- core_weigh(x)
    if (found$above + found$below >= limit("fewest_to_judge") && !found$endless) find(name, node, x, found)
  }, names(nodes), nodes))
}

# The totals of a page that are of all its entries.
total_nodes <- function(drawn) {
  Filter(function(node) {
    isTRUE(room_of("figure", node$fn)$is_total) && is.null(node$args$where)
  }, additive_nodes(drawn))
}
