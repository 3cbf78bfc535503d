# show: which lines are shown. Every condition, top() or bottom() is judged with all lines in view;
# a line is shown if it meets all of them.

room("show", "section",
  place = 8, read = read_items, windows = TRUE,
  option = list(takes = "CONDITIONS", does = "which lines are shown", example = "top(10, receipts)"),
  clause = clause("only some lines ...", "Show", function(seen) ways_to_show()),
  check = function(items, ctx) {
    lapply(items, function(item) {
      if (rlang::is_call(item$expr, c("top", "bottom"))) return(check_top(item, ctx))
      c(check_conditions(list(item), ctx)[[1]], list(type = "condition"))
    })
  },
  leaves = function(checked, ctx) ctx,
  work = function(drawn, checked) {
    table <- lines_table(drawn)
    lines <- drawn$lines
    judged <- lapply(checked, function(part) {
      if (part$type != "condition") return(in_top(part, table))
      list(met = all_met(list(part), table), notes = notes_of_skipped_places(part$node, lines$beside, table))
    })
    met <- lapply(judged, function(part) part$met %in% TRUE)
    of_levels <- vapply(checked, asks_for_levels, TRUE)
    lines$shown <- all_of(met, lines$n)
    if (is_footed(lines)) lines$shown <- with_subtotals(
      lines, all_of(met[!of_levels], lines$n), all_of(met[of_levels], lines$n)
    )
    lines$hidden <- hidden_lines(lines)
    drawn$lines <- lines
    drawn <- gather_others(add_note(drawn, unlist(lapply(judged, `[[`, "notes")), "edges"), checked)
    add_note(drawn, hidden_in_subtotals(drawn$lines), "hidden")
  },
  words = function(checked) paste("Show", both(vapply(checked, show_words, ""))),
  aside = function(drawn, checked) {
    rows <- which(!drawn$lines$shown)
    columns <- lapply(shown_columns(drawn, page_columns(drawn)), pick_rows, rows = rows)
    columns$reason <- rep(sprintf("not among %s", both(vapply(checked, show_words, ""))), length(rows))
    as_frame(columns, length(rows))
  },
  in_sql = function(q, checked, brief) shown_in_sql(gathered_query(q), checked),
  owes = function(drawn, checked) list(check_shown(drawn), check_shown_again(drawn, checked), check_others(drawn))
)

# A condition for the WHERE of the lines; a subtotal is shown with any of its lines.
shown_in_sql <- function(q, checked) {
  if (any(vapply(checked, function(part) isTRUE(part$others), TRUE))) {
    not_in_sql("a line of others is worked from its entries here", to_of(q, "show"))
  }
  if (q$cells_here) return(q)
  of_levels <- vapply(checked, asks_for_levels, TRUE)
  hoisted <- new_hoisted()
  said <- vapply(checked, function(part) {
    to <- to_of(q, "show", if (part$type == "condition") part$text, hoisted)
    to$hoisting <- TRUE
    bare_sql(if (part$type == "condition") in_sql(part$node, to) else top_in_sql(part, to))
  }, "")
  q <- with_hoisted(q, hoisted)
  if (is.null(q$level) || all(of_levels)) return(add_step(q, "shown", "*", where_all(said)))
  judged <- sprintf("CASE WHEN %s THEN 1 ELSE 0 END AS line_met", all_conditions(said[!of_levels]))
  q <- add_step(q, "judged", c("*", judged))
  any_met <- vapply(q$level_keys[-1], function(set) {
    sprintf(
      "COALESCE(max(CASE WHEN %s = 1 THEN line_met END) OVER (%s), 1)", q$level,
      if (length(set)) paste("PARTITION BY", toString(unlist(q$columns[set]))) else ""
    )
  }, "")
  met <- sprintf("CASE %s WHEN 1 THEN line_met %s END AS line_shown", q$level,
    paste(sprintf("WHEN %d THEN %s", seq_along(any_met) + 1, any_met), collapse = " "))
  q <- add_step(q, "judged", c("*", met))
  add_step(q, "shown", "*", where_all(c("line_shown = 1", said[of_levels])))
}

top_in_sql <- function(part, to) {
  along <- list(list(node = part$node, down = part$type == "top", text = NULL))
  x <- without_nan(in_sql(part$node, to), part$node, to)
  keep <- part$ties == "keep"
  group <- partition_said(part, to)
  place <- to$hoist(sprintf("%s() OVER (%s)", if (keep) "rank" else "row_number",
    over_said(group, order_said(along, to, !keep))))
  most <- number_in_sql(part$n, to)
  if (!is.null(part$part)) {
    n <- to$hoist(sprintf("count(%s) OVER (%s)", bare_sql(x), paste(group, collapse = "")))
    return(sprintf("%s IS NOT NULL AND %s < %s * %s - 1e-9 + 1", x, place, number_written(part$part), n))
  }
  sprintf("%s IS NOT NULL AND %s <= %s", x, place, most)
}

all_of <- function(met, n) Reduce(`&`, met, rep(TRUE, n))

# A condition on line_kind or summed_over judges subtotals too; others judge lines, and a subtotal is
# shown with any of its lines.
asks_for_levels <- function(part) {
  part$type == "condition" && any(level_columns %in% columns_in(part$node))
}

with_subtotals <- function(lines, of_line, of_level) {
  own <- own_lines(lines)
  any_shown <- lapply(lines$levels, function(level) {
    if (length(own) == 0) rep(TRUE, level$size) else tabulate(level$of_line[of_line[own]], level$size) > 0
  })
  c(of_line[own], unlist(any_shown)) & of_level
}

hidden_in_subtotals <- function(lines) {
  hidden <- hidden_lines(lines) - lines$gathered
  if (!is_footed(lines) || hidden == 0 || !any(lines$shown & is_subtotal(lines))) return(NULL)
  sprintf(
    "Subtotals and totals are of all their entries, those of the %s that `show` hides included.",
    count_of(hidden, "line")
  )
}

# Where equals share a rank, the places after it are skipped; a condition that asks for one of those
# finds nothing, and the page says why.
notes_of_skipped_places <- function(node, beside, table) {
  if (node$type != "call") return(NULL)
  if (!node$fn %in% c("==", "%in%")) return(
    unlist(lapply(unname(node$args), notes_of_skipped_places, beside = beside, table = table))
  )
  asked <- rank_asked_for(node, beside)
  if (is.null(asked)) return(NULL)
  ranks <- evaluate_column(asked$rank, table)
  group <- core_group_numbers(window_groups(asked$rank$per, table))
  placed <- tabulate(group[!is.na(ranks)], max(group, 0))
  unlist(lapply(asked$places, function(place) {
    there <- tabulate(group[ranks %in% place], length(placed)) > 0
    skipped <- sum(placed >= place & !there)
    if (skipped > 0) sprintf(
      "show: there is no place %s%s, since lines before it are equal and share one; dense_rank() skips none.",
      place, if (length(asked$rank$per)) sprintf(" in %s of %s", skipped, count_of(length(placed), "group")) else ""
    )
  }))
}

rank_asked_for <- function(node, beside) {
  sides <- unname(node$args)
  values <- Filter(function(side) side$type == "value" && is.numeric(side$value), sides)
  ranks <- lapply(sides, function(side) {
    if (side$type == "column") side <- beside_node(beside, side$name)
    if (identical(side$type, "window") && isTRUE(room_of("window", side$fn)$skips)) side
  })
  ranks <- without_null(ranks)
  if (length(values) == 1 && length(ranks) == 1) list(rank = ranks[[1]], places = values[[1]]$value)
}

beside_node <- function(beside, name) {
  for (part in beside) if (part$name == name) return(part$node)
}

show_words <- function(part) {
  if (part$type == "condition") return(paste("lines where", part$text))
  where <- if (length(part$per)) paste0(" in each ", both(vapply(part$per, function(p) p$name, ""))) else ""
  others <- if (part$others) ", the rest gathered in a line of others" else ""
  ties <- if (part$ties == "keep") ", and all that tie with the last of them" else ", ties by order of entry"
  many <- if (is.null(part$part)) big_mark(part$n) else sprintf("%s%% of the lines", format(100 * part$part))
  sprintf("the %s %s by %s%s%s%s", part$type, many, node_label(part$node), where, ties, others)
}

top_args <- alist(n = , x = , per = NULL, ties = "keep", others = FALSE)

check_top <- function(item, ctx) {
  type <- as.character(item$expr[[1]])
  parts <- match_args(item$expr, top_args, type, ctx)
  part <- if (rlang::is_call(parts$n, "part", n = 1)) lines_part(parts$n[[2]], item$values, type, ctx)
  n <- if (is.null(part)) one_value(parts$n, item$values, "n", ctx) else 1
  if (!is.numeric(n) || is.na(n) || n < 1 || n != floor(n)) {
    stop_in(ctx, "bad_argument", sprintf("%s() takes a number of lines first: %s(10, receipts).", type, type))
  }
  ties <- one_value(parts$ties, item$values, "ties", ctx)
  if (!ties %in% c("keep", "by_entry")) {
    stop_in(ctx, "bad_argument", "ties is \"keep\" or \"by_entry\".")
  }
  others <- one_value(parts$others, item$values, "others", ctx)
  if (isTRUE(others) && ctx$grain != "lines") stop_in(
    ctx, "bad_argument", "others = TRUE needs `lines`; without them each entry stands alone."
  )
  if (rlang::is_call(parts$x, c("falling", "rising"), n = 1)) {
    x <- expr_text(parts$x[[2]])
    stop_in(ctx, "bad_argument", sprintf("%s() takes a figure as it stands, without falling() or rising().", type),
      sprintf("top(3, %s) shows the largest, bottom(3, %s) the smallest.", x, x))
  }
  node <- check_node(parts$x, item$values, ctx)
  check_kinds(list(x = node), list(x = "ordered"), type, ctx)
  list(
    type = type, n = n, part = part, node = node, ties = ties, others = isTRUE(others),
    per = check_per(parts$per, item$values, ctx)
  )
}

# A part of the lines instead of a number: part(1/5).
lines_part <- function(expr, values, type, ctx) {
  part <- one_value(expr, values, "part", ctx)
  if (!is.numeric(part) || is.na(part) || part <= 0 || part > 1) stop_in(
    ctx, "bad_argument", sprintf("part() takes a part of the lines, from 0 to 1: %s(part(0.2), receipts).", type)
  )
  part
}

# Which lines are among the first, and what there is to say of it.
in_top <- function(part, table) {
  x <- evaluate_column(part$node, table)
  groups <- core_group_numbers(window_groups(part$per, table))
  order <- core_order(list(groups, x), c(FALSE, part$type == "top"), table$n)
  within <- stats::ave(seq_along(order), groups[order], FUN = seq_along)
  place <- integer(table$n)
  place[order] <- within
  missing <- is_missing_value(x)
  n <- if (is.null(part$part)) rep(part$n, table$n) else ceiling(
    part$part * tabulate(groups[!missing], max(groups, 0))[groups] - 1e-9
  )
  met <- place <= n & !missing
  if (part$ties == "keep") met <- with_ties(met, place, n, core_places(list(groups, x), order), missing)
  lost <- sum(missing)
  list(met = met, notes = c(
    if (part$ties == "by_entry") cut_ties(part, met, missing, core_places(list(groups, x), order)),
    if (lost > 0) sprintf("show: %s with no %s could not be placed.", count_of(lost, "line"), node_label(part$node))
  ))
}

cut_ties <- function(part, met, missing, same) {
  cut <- sum(!met & !missing & same %in% same[met])
  if (cut > 0) sprintf(
    "show: %s with one that is shown by %s, and the order of entry decides; ties = \"keep\" shows them.",
    if (cut == 1) "1 hidden line ties" else sprintf("%s hidden lines tie", big_mark(cut)), node_label(part$node)
  )
}

# Lines that tie with the last one shown are shown as well.
with_ties <- function(met, place, n, same, missing) {
  last <- same[place == n]
  met | (same %in% last & !missing)
}

# By choosing: the top and bottom, and conditions on what stands on a line.
ways_to_show <- function() {
  rest <- c("the rest in a line" = TRUE)
  ends <- lapply(c("top", "bottom"), function(end) {
    phrase(sprintf("the %s {n} by {x}[ in {per}][, {others}]", end),
      as.call(c(as.name(end), quote(.n), quote(.x), per = quote(.per), others = quote(.others))),
      n = blank("number", default = 10, least = 1), x = blank("column", of = "measure"),
      per = blank("group", optional = TRUE),
      others = blank("word", optional = TRUE, asks = "The rest", unsaid = "left out", words = rest))
  })
  conditions <- in_groups(phrases_of_rooms("row"), "conditions")
  c(ends, lapply(conditions, function(one) utils::modifyList(one, list(says = paste("lines where", one$says)))))
}
