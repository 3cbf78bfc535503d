# figures: what is computed from the entries of each line.

room("figures", "section",
  place = 5, read = read_items,
  option = list(takes = "NAME=FIGURE,...", does = "what is computed for each line",
    example = "receipts = sum(toll), passages = count()"),
  check = function(items, ctx) {
    if (ctx$grain != "lines") {
      stop_in(
        ctx, "no_lines", "figures are computed per line, and the brief does not say what makes a line.",
        "Add lines = c(...) with the keys, or lines = whole() for one line."
      )
    }
    check_named(items, ctx, "the figure")
    ctx$figures <- TRUE
    for (item in items) {
      if (item$name %in% ctx$keys) {
        stop_in(ctx, "name_twice", sprintf("`%s` is a key already; give the figure another name.", item$name))
      }
    }
    check_in_turn(items, ctx)
  },
  leaves = function(checked, ctx) {
    ctx <- leaves_by_name(checked, ctx)
    ctx$figure_names <- vapply(checked, `[[`, "", "name")
    adds_up <- vapply(checked, function(figure) {
      figure$node$type == "figure" && room_of("figure", figure$node$fn)$additive
    }, TRUE)
    ctx$not_additive <- vapply(checked[!adds_up], `[[`, "", "name")
    ctx
  },
  work = function(state, checked) {
    state$figures <- checked
    state$not_additive <- room_of("section", "figures")$leaves(checked, list())$not_additive
    results <- figures_over(state, checked, state$groups, state$lines, state$n_lines, state$levels)
    state$lines <- results$lines
    state$level_tables <- results$levels
    state$group_entries <- results$entries
    note_figures(state, checked, results$facts)
    for (note in results$notes) add_note(state, note)
    note_figures_of_figures(state, checked)
    state
  },
  words = function(checked) {
    vapply(checked, function(figure) {
      label <- if (figure$node$type == "figure") figure_label(figure$node) else sub(
        "^.*? = ", "", figure$text, perl = TRUE
      )
      sprintf("%s: %s", figure$name, label)
    }, "")
  },
  owes = function(state, checked) c(list(check_additive(state)), check_recomputed(state), check_weights(state))
)

# Figures over any grouping of the entries; `lines` has the keys already.
figures_over <- function(state, checked, groups, lines, n_lines, levels = list()) {
  nodes <- do.call(c, lapply(checked, function(figure) unname(figures_in(figure$node))))
  nodes <- nodes[!duplicated(node_ids(nodes))]
  worked <- printing_on_the_way(state, work_figures(
    nodes, groups, entries_of_state(state), levels, function(of_group) regrouped(state, of_group)
  ))
  place <- if (state$n == 0 && n_lines == 1) NA_integer_ else if (identical(groups, state$groups)) state$line_group
  values <- if (is.null(place)) worked$values else Map(spread_to_lines, worked$values, nodes, list(place))
  lines <- lines_of_values(checked, values, lines, n_lines, state$tally)
  tables <- Map(function(level, values) {
    keys <- lapply(state$lines[level$keys], pick_rows, rows = level$first)
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

# Notes of what figures passed over; figures with the same to say share a note.
note_figures <- function(state, checked, facts) {
  said <- list()
  for (figure in checked) {
    for (node in figures_in(figure$node)) {
      for (note in figure_notes(node, facts[[feed_key(node)]])) said[[note]] <- union(said[[note]], figure$name)
    }
  }
  for (note in names(said)) add_note(state, sprintf("%s: %s.", toString(said[[note]]), note))
}

weight_label <- function(node) if (!is.null(node$args$weight)) sprintf("of its weight %s", node_label(node$args$weight))

figure_notes <- function(node, fact) {
  if (node$fn == "rank_of") {
    return(if (fact$unknown > 0) sprintf("%s could not be compared, and none of them is ahead",
      entry_count(fact$unknown)))
  }
  x <- node$args$x
  skipped <- if (is.null(x) || startsWith(node$fn, "count")) 0 else fact$all_missing
  c(
    if (skipped > 0) sprintf(
      "%s of %s missing and skipped", count_of(skipped, "value"), either(c(node_label(x), weight_label(node)))
    ),
    if (fact$no_number > 0) sprintf("%s of %s no number (NaN)", count_of(fact$no_number, "value"), node_label(x)),
    if (fact$unknown > 0) sprintf("the condition could not be judged for %s", entry_count(fact$unknown))
  )
}
