# The figures of a page over a grouping of its entries, and what their expressions make of them.

# Figures over any grouping of the entries; `lines` has the keys already.
figures_over <- function(drawn, checked, groups, lines, n_lines, levels = list()) {
  nodes <- do.call(c, lapply(checked, function(figure) unname(figures_in(figure$node))))
  nodes <- nodes[!duplicated(node_ids(nodes))]
  worked <- printing_on_the_way(drawn$entries, work_figures(
    nodes, groups, entries_table(drawn), levels, function(of_group) regrouped(drawn, of_group)
  ))
  place <- if (drawn$entries$n == 0 && n_lines == 1) NA_integer_ else if (identical(groups, drawn$lines$groups)) drawn$lines$line_group
  values <- if (is.null(place)) worked$values else Map(spread_to_lines, worked$values, nodes, list(place))
  lines <- lines_of_values(checked, values, lines, n_lines, drawn$page$tally)
  tables <- Map(function(level, values) {
    keys <- lapply(drawn$lines$columns[level$keys], pick_rows, rows = level$first)
    lines_of_values(checked, values, keys, level$size, new_tally())
  }, levels, worked$levels)
  notes <- unlist(lapply(nodes, function(node) {
    note <- attr(worked$values[[node$id]], "note")
    if (!is.null(note)) sprintf("%s: %s.", node$text, note)
  }))
  list(lines = lines, facts = worked$facts, notes = notes, levels = tables, entries = worked$entries)
}

# The columns of a table of lines, from the values of the figures in them.
lines_of_values <- function(checked, values, lines, n, tally) {
  for (figure in checked) {
    table <- table_in_hand(function(name) lines[[name]], n, function(id) values[[id]], tally)
    lines[[figure$name]] <- evaluate_column(figure$node, table)
  }
  lines
}

# The values of groups for lines, of which some have no entries: `place` says which group is whose.
spread_to_lines <- function(value, node, place) {
  spread <- pick_rows(value, place)
  of_none <- room_of("figure", node$fn)$of_none
  if (!is.null(of_none)) spread[is.na(place)] <- of_none
  spread
}
