# figures: what is computed from the entries of each line.

room("figures", "section",
  place = 5, read = read_items,
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
    adds_up <- vapply(checked, function(figure) {
      figure$node$type == "figure" && room_of("figure", figure$node$fn)$additive
    }, TRUE)
    ctx$not_additive <- vapply(checked[!adds_up], `[[`, "", "name")
    ctx
  },
  work = function(state, checked) {
    state$figures <- checked
    state$not_additive <- room_of("section", "figures")$leaves(checked, list())$not_additive
    results <- figures_over(state, checked, state$groups, state$lines, state$n_lines)
    state$lines <- results$lines
    note_figures(state, checked, results$facts)
    for (note in results$notes) add_note(state, note)
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
  owes = function(state, checked) c(list(check_additive(state)), check_recomputed(state))
)

# Figures over any grouping of the entries; `lines` has the keys already.
figures_over <- function(state, checked, groups, lines, n_lines) {
  nodes <- do.call(c, lapply(checked, function(figure) unname(figures_in(figure$node))))
  nodes <- nodes[!duplicated(vapply(nodes, function(node) node$id, ""))]
  worked <- work_figures(nodes, groups, entries_of_state(state))
  values <- if (state$n == 0 && n_lines == 1) lapply(worked$values, first_or_nothing) else worked$values
  if (identical(groups, state$groups)) values <- lapply(values, spread_to_lines, state = state)
  for (figure in checked) {
    table <- table_in_hand(
      function(name) lines[[name]], n_lines, function(id) values[[id]], state$tally
    )
    lines[[figure$name]] <- evaluate_column(figure$node, table)
  }
  notes <- unlist(lapply(nodes, function(node) {
    note <- attr(worked$values[[node$id]], "note")
    if (!is.null(note)) sprintf("%s: %s.", node$text, note)
  }))
  list(lines = lines, facts = worked$facts, notes = notes)
}

# Where lines stand for combinations that do not occur, a group's value goes to its line; the others
# have counts of 0 and nothing else.
spread_to_lines <- function(value, state) {
  if (is.null(state$line_group)) return(value)
  spread <- pick_rows(value, state$line_group)
  if (is.integer(value) && !is.object(value)) spread[is.na(state$line_group)] <- 0L
  spread
}

# One line over no entries at all: counts are nothing, everything else is missing.
first_or_nothing <- function(x) {
  if (length_of(x) > 0) return(x)
  if (is_text_vector(x)) return(text_vector(NA_integer_, character()))
  if (is.integer(x) && !is.factor(x)) return(0L)
  x[NA_integer_]
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

figure_notes <- function(node, fact) {
  x <- node$args$x
  skipped <- if (is.null(x) || startsWith(node$fn, "count")) 0 else fact$all_missing
  c(
    if (skipped > 0) sprintf("%s of %s missing and skipped", count_of(skipped, "value"), node_label(x)),
    if (fact$no_number > 0) sprintf("%s of %s no number (NaN)", count_of(fact$no_number, "value"), node_label(x)),
    if (fact$unknown > 0) sprintf("the condition could not be judged for %s", entry_count(fact$unknown))
  )
}
