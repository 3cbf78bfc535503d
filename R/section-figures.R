# figures: what is computed from the entries of each line.

room("figures", "section",
  place = 5, read = read_items,
  option = list(takes = "NAME=FIGURE,...", does = "what is computed for each line",
    example = "receipts = sum(toll), passages = count()"),
  clause = clause("figures on each line ...", "On each line:", function(seen) ways_to_figure(), named = "needed"),
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
    ctx$not_additive <- names_not_additive(checked)
    ctx
  },
  work = function(drawn, checked) {
    lines <- drawn$lines
    lines$levels <- planned_levels(lines, attr(checked, "levels"))
    results <- figures_over(drawn, checked, lines$groups, lines$columns, lines$n, lines$levels)
    lines$figures <- checked
    lines$not_additive <- names_not_additive(checked)
    lines$columns <- results$lines
    lines$level_tables <- results$levels
    lines$group_entries <- results$entries
    drawn$lines <- lines
    drawn <- note_formats(drawn, checked, drawn$page$formats_of_entries)
    said <- notes_of_figures(checked, results$facts)
    drawn <- add_note(drawn, said$notes, "skipped", pmin(said$passed / max(drawn$entries$n, 1), 1))
    drawn <- add_note(drawn, results$notes, "skipped")
    columns <- drawn$brief$checked$columns
    facts <- facts_of_entries(drawn$entries, columns)
    again <- notes_of_repeated(facts, drawn$entries, checked, columns)
    drawn <- add_note(drawn, again$notes, "matches", again$weights)
    add_note(drawn, notes_of_averaged_averages(facts, checked), "averages", 1)
  },
  in_sql = function(q, checked, brief) {
    q$figures <- stats::setNames(checked, vapply(checked, `[[`, "", "name"))
    q$not_additive <- names_not_additive(checked)
    q
  },
  aside = NULL,
  words = function(checked) {
    c("On each line:", vapply(checked, function(figure) {
      label <- if (figure$node$type == "figure") figure_label(figure$node) else sub(
        "^.*? = ", "", figure$text, perl = TRUE
      )
      sprintf("  %s: %s", figure$name, label)
    }, ""))
  },
  grants = function(checked, levels) if (!is.null(checked)) structure(checked, levels = levels),
  owes = function(drawn, checked) c(list(check_additive(drawn)), check_recomputed(drawn))
)

# Figures whose lines do not add up to that of the whole.
names_not_additive <- function(checked) {
  names <- character()
  for (figure in checked) {
    adds_up <- figure$node$type == "figure" && room_of("figure", figure$node$fn)$additive
    if (!adds_up) names <- c(names, figure$name)
  }
  names
}

# Notes of what figures passed over; figures with the same to say share a note.
notes_of_figures <- function(checked, facts) {
  said <- list()
  passed <- numeric()
  for (figure in checked) {
    for (node in figures_in(figure$node)) {
      notes <- figure_notes(node, facts[[feed_key(node)]])
      for (note in notes) said[[note]] <- union(said[[note]], figure$name)
      passed[notes] <- passed_over(notes, facts[[feed_key(node)]])
    }
  }
  list(notes = if (length(said)) sprintf("%s: %s.", vapply(said, toString, ""), names(said)),
    passed = unname(passed[names(said)]))
}

# How many entries each of a figure's notes is of.
passed_over <- function(notes, fact) {
  if (length(notes) == 0) return(numeric())
  ifelse(startsWith(notes, "the condition"), fact$unknown, ifelse(endsWith(notes, "(NaN)"), fact$no_number,
    fact$all_missing))
}

figure_notes <- function(node, fact) {
  figure <- room_of("figure", node$fn)
  if (!is.null(figure$notes)) return(figure$notes(fact))
  if (fact$all_missing + fact$no_number + fact$unknown == 0) return(NULL)
  x <- node$args$x
  unsaid <- is.null(x) || isTRUE(figure$sees_missing) || isTRUE(figure$skips_unsaid)
  skipped <- if (unsaid) 0 else fact$all_missing
  c(
    if (skipped > 0) sprintf(
      "%s of %s missing and skipped", count_of(skipped, "value"), either(c(node_label(x), weight_label(node)))
    ),
    if (fact$no_number > 0) sprintf("%s of %s no number (NaN)", count_of(fact$no_number, "value"), node_label(x)),
    if (fact$unknown > 0) sprintf("the condition could not be judged for %s", entry_count(fact$unknown))
  )
}

# By choosing: each figure of a column, of all entries or of some, and what two figures make.
ways_to_figure <- function() {
  figures <- listed_rooms("figure")
  first <- vapply(figures, function(name) !isTRUE(room_of("figure", name)$asked_often), TRUE)
  own <- unlist(lapply(figures[order(first)], phrases_of_figure), recursive = FALSE)
  c(
    in_groups(own, "of some entries", FALSE),
    list(phrase("the total of {x} divided by that of {y}", quote(sum(.x) / sum(.y)), named = "{x}_by_{y}",
      group = "of two figures", x = blank("entry_column", of = "measure"),
      y = blank("entry_column", of = "measure", other_than = "x"))),
    lapply(in_groups(phrases_of_rooms("row"), "numbers"), utils::modifyList, list(group = "of two figures")),
    in_groups(own, "of some entries")
  )
}

phrases_of_figure <- function(name) {
  figure <- room_of("figure", name)
  if (!is.null(figure$phrases)) return(figure$phrases)
  needed <- names(Filter(rlang::is_missing, figure$args))
  if (!identical(needed, "x")) return(list())
  says <- if (is.character(figure$words)) figure$words else
    gsub("\\bx\\b", "{x}", sub(", in the order of entry", "", plain_words(figure)))
  of <- if (is.null(figure$takes$x)) "measured" else figure$takes$x
  plain <- phrase(says, call(name, quote(.x)), named = figure_name_offered(name),
    x = blank("entry_column", of = if (of == "number") "measure" else of))
  often <- isTRUE(figure$asked_often)
  c(list(utils::modifyList(plain, list(spread = if (often) "x" else character()))), with_condition(plain))
}

figure_name_offered <- function(name) paste0(gsub("[^a-z]+", "_", name), "_of_{x}")
