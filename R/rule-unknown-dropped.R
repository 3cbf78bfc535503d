# Entries that a condition leaves out because a value is missing, and it could not be judged.

room("unknown_dropped", "rule", place = 27, of_ledger = NULL, of_values = NULL,
  words = "entries that `only` leaves out because a value is missing, so that the condition could not be judged",
  example = quote(brief(transform(demo_table("dues"), goods = replace(goods, 9, NA)), only = goods != "coal",
    lines = wharf, figures = c(dues = sum(due)))),
  twin = quote(brief(transform(demo_table("dues"), goods = replace(goods, 9, NA)), only = goods != "coal" |
    is_missing(goods), lines = wharf, figures = c(dues = sum(due)))),
  of_page = function(drawn) {
    lapply(Filter(function(one) one$place == "`only`", conditions_of(drawn)), function(one) {
      unknown <- which(is.na(judged_of(one$node, one$table)$met))
      if (length(unknown) == 0) return(NULL)
      moved <- part_moved_before(drawn, one$of, unknown)
      if (moved$weight == 0) return(NULL)
      names <- unique(columns_in(one$node))
      since <- if (length(names)) sprintf("%s is missing there%s; to keep them add | is_missing(%s).", either(names),
        moved$said, names[1]) else sprintf("it is missing itself%s.", moved$said)
      a_finding(sprintf("Unknown: %s leaves out %s, the first in %s, since %s", node_label(one$node),
        entry_count(length(unknown)), in_row(one$of$entries, unknown[1]), since), names, weight = moved$weight)
    })
  }
)

# What entries that were left out would have added to the page's totals, and as a part of what is there.
part_moved_before <- function(drawn, stage, rows) {
  nodes <- total_nodes(drawn)
  table <- entries_table(stage)
  reach <- vapply(nodes, function(node) all(columns_in(node$args$x) %in% stage$entries$column_names), TRUE)
  values <- lapply(nodes[reach], function(node) as_plain_number(evaluate_column(node$args$x, table)))
  parts <- vapply(values, function(x) {
    x[!is.finite(x)] <- 0
    if (any(x != 0)) sum(abs(x[rows])) / sum(abs(x)) else 0
  }, 1)
  counted <- if (counts_entries(drawn) || length(parts) == 0) length(rows) / stage$entries$n else 0
  carried <- vapply(names(parts)[parts > 0], function(name) {
    sprintf("%s %s", name, texts_of_numbers(sum(values[[name]][rows], na.rm = TRUE)))
  }, "")
  list(weight = max(parts, counted), said = if (length(carried)) sprintf(" (they carry %s)", both(carried)) else "")
}
