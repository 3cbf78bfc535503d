# The figures of a page over a grouping of its entries, and what their expressions make of them.

# Figures over any grouping of the entries; `lines` has the keys already.
figures_over <- function(drawn, checked, groups, lines, n_lines, levels = list()) {
  nodes <- figures_of_parts(checked)
  of_lines <- identical(groups, drawn$lines$groups)
  work <- function(nodes) {
    if (is_states(groups)) return(figures_of_states(nodes, groups, levels))
    printing_on_the_way(drawn$entries, work_figures(
      nodes, groups, entries_table(drawn), levels, function(of_group) regrouped(drawn, of_group)
    ))
  }
  kept <- if (of_lines) drawn$lines$kept_figures
  worked <- if (is.null(kept)) work(nodes) else worked_or_kept(nodes, levels, kept, work)
  place <- if (of_lines) drawn$lines$line_group
  if (drawn$entries$n == 0 && n_lines == 1) place <- NA_integer_
  notes <- NULL
  for (node in nodes) {
    note <- attr(worked$values[[node$id]], "note")
    if (!is.null(note)) notes <- c(notes, sprintf("%s: %s.", node$text, note))
  }
  values <- lapply(worked$values, without_note)
  if (!is.null(place)) values <- Map(spread_to_lines, values, nodes, list(place))
  lines <- lines_of_values(checked, values, lines, n_lines, drawn$page$tally)
  tables <- lapply(seq_along(levels), function(k) {
    keys <- lapply(drawn$lines$columns[levels[[k]]$keys], pick_rows, rows = levels[[k]]$first)
    lines_of_values(checked, lapply(worked$levels[[k]], without_note), keys, levels[[k]]$size, new_tally())
  })
  list(lines = lines, facts = worked$facts, notes = notes, levels = tables, entries = worked$entries)
}

# Where the same lines are drawn up again with other figures, those that were worked before are `kept` (an environment):
# what work_figures() gives, of which only what is new is worked.
worked_or_kept <- function(nodes, levels, kept, work) {
  ids <- node_ids(nodes)
  keys <- paste(rlang::hash(lapply(levels, `[[`, "keys")), ids)
  fresh <- !keys %in% names(kept$figures)
  if (any(fresh) || is.null(kept$entries)) {
    worked <- work(nodes[fresh])
    kept$entries <- worked$entries
    kept$figures[keys[fresh]] <- lapply(nodes[fresh], function(node) {
      id <- node$id
      fact <- worked$facts[[feed_key(node)]]
      list(value = worked$values[[id]], fact = fact, levels = lapply(worked$levels, `[[`, id))
    })
  }
  found <- kept$figures[keys]
  list(
    values = stats::setNames(lapply(found, `[[`, "value"), ids), entries = kept$entries,
    facts = stats::setNames(lapply(found, `[[`, "fact"), vapply(nodes, feed_key, "")),
    levels = lapply(seq_along(levels), function(k) stats::setNames(lapply(found, function(one) one$levels[[k]]), ids))
  )
}

# The columns of a table of lines, from the values of the figures in them.
lines_of_values <- function(checked, values, lines, n, tally) {
  table <- table_in_hand(function(name) lines[[name]], n, function(id) values[[id]], tally)
  for (figure in checked) {
    lines[[figure$name]] <- evaluate_column(figure$node, table)
  }
  lines
}

# The page's figures over all entries of some lines.
figures_together <- function(drawn, lines) {
  target <- ifelse(seq_len(max(own_lines(drawn$lines), 0)) %in% lines, 1L, 2L)
  anew <- regrouped(drawn, pick_rows(target, line_of_group(drawn$lines)))
  worked <- figures_over(drawn, drawn$lines$figures, anew$groups, list(), length(anew$number))$lines
  at <- match(1L, anew$number)
  lapply(worked, function(column) plain_vector(pick_rows(column, at)))
}

# The entries of each finest line.
line_entries_of <- function(drawn, own) {
  counts <- line_entries(drawn$lines)
  if (length(drawn$lines$keys) == 0) return(sum(counts))
  entries <- numeric(length(own))
  entries[line_of_group(drawn$lines)] <- counts
  entries
}

# A figure of the page over wider groups of its lines, from their entries; `group` numbers the lines.
# On a footed page no group has lines of two levels.
wider_figure <- function(drawn, name, group) {
  lines <- drawn$lines
  upto <- match(name, vapply(lines$figures, `[[`, "", "name"))
  starts <- cumsum(c(0, if (is_footed(lines)) tabulate(lines$level) else lines$n))
  of_group <- c(list(line_of_group(lines)), lapply(lines$levels, `[[`, "of_group"))
  worked <- Map(function(of_group, start) {
    anew <- regrouped(drawn, pick_rows(group, as.integer(of_group + start)))
    found <- figures_over(drawn, lines$figures[seq_len(upto)], anew$groups, list(), length(anew$number))$lines
    list(number = anew$number, values = found[[name]])
  }, of_group, utils::head(starts, -1))
  values <- stacked(lapply(worked, `[[`, "values"))
  pick_rows(values, match(seq_len(max(group, 0)), unlist(lapply(worked, `[[`, "number"))))
}
