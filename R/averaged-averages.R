# A page drawn up from a page: what may not be averaged or added up again, and is.

notes_of_averaged_averages <- function(facts, checked) {
  if (length(facts) == 0) return(NULL)
  unlist(lapply(checked, function(figure) {
    notes <- lapply(figures_in(figure$node), averaged_again, facts = facts)
    if (length(unlist(notes))) sprintf("%s: %s.", figure$name, unlist(notes))
  }))
}

averaged_again <- function(node, facts) {
  x <- node$args$x
  warn <- room_of("figure", node$fn)$of_figures
  if (is.null(x) || is.null(warn)) return(NULL)
  of <- facts_of_node(x, facts)$not_additive
  if (!is.null(of)) warn(node, node_label(x), of)
}

# Totals of what a join below wrote beside several entries: list(notes, weights).
notes_of_repeated <- function(facts, entries, checked, columns) {
  own <- unlist(lapply(entries$prepared_by, function(done) names(done$part$brought)))
  facts <- facts[setdiff(names(facts), c(own, names_from(columns, own)))]
  found <- list()
  for (figure in checked) for (node in Filter(is_total, figures_in(figure$node))) {
    again <- facts_of_node(node$args$x, facts)$repeated
    if (!is.null(again)) found[[length(found) + 1]] <- list(weight = again$weight, note = sprintf(
      "%s: %s stands beside up to %s for each line of %s, which was brought in below, and is counted each time.",
      figure$name, node_label(node$args$x), entry_count(again$most), again$table
    ))
  }
  list(notes = vapply(found, `[[`, "", "note"), weights = vapply(found, `[[`, 1, "weight"))
}

# Of columns that are worked out, those for which others are needed, directly or by way of each other.
names_from <- function(columns, own) {
  for (column in columns) if (any(columns_in(column$node) %in% own)) own <- c(own, column$name)
  own
}
