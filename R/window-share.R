# Shares: a value against the total of its group. The ratio is kept; printing shows a percentage.

room("share", "window",
  args = alist(x = , per = NULL),
  check = function(expr, values, ctx) {
    parts <- match_args(expr, room_of("window", "share")$args, "share", ctx)
    x <- check_node(parts$x, values, ctx)
    check_kinds(list(x = x), list(x = "number"), "share", ctx)
    list(args = list(x = x), per = window_per(parts$per, values, ctx), along = list(), kind = "double")
  },
  work = function(node, table) {
    x <- evaluate_column(node$args$x, table)
    base <- share_base(node, x, table)
    zero <- sum(base %in% 0 & !is_missing_value(x))
    if (zero > 0) table$note(sprintf("%s a base of zero and no share", have(zero, table$row)), "share_bases")
    as_plain_number(x) / ifelse(base %in% 0, NA_real_, base)
  },
  again = function(node, table, at) {
    x <- as_plain_number(evaluate_column(node$args$x, table))
    group <- plain_groups(node$per, table)
    base <- share_base_again(node, x, table, group)
    vapply(at, function(row) {
      total <- base(row)
      if (is_missing_value(total) || total %in% 0) NA_real_ else x[row] / total
    }, 1)
  },
  rows_used = function(node, table, at) group_mates(node, table, at),
  whole = function(...) shares_of_groups(...), in_sql = function(node, to) share_in_sql(node, to),
  result = function(node, rows, table, line, value) {
    x <- as_plain_number(plain_vector(pick_rows(evaluate_column(node$args$x, table), line)))
    sprintf("%s / %s =", exact_text(x), exact_text(x / value))
  },
  formula = share_formulas,
  format = function(node) list(fn = "percent", options = list(digits = 1)), base = function(node) base_words(node),
  words = "the part of the group's total, printed as a percentage",
  phrases = list(phrase("the share of {x} in {per}", quote(share(.x, per = .per)), named = "share",
    x = blank("column", of = "measure"), per = blank("group", optional = TRUE, above = TRUE, none = "the whole")))
)

# A figure that does not add up takes the wider group's own figure as its base.
share_base <- function(node, x, table) {
  groups <- window_groups(node$per, table)
  number <- core_group_numbers(groups)
  if (is_own_figure(node$args$x, table)) {
    table$note(sprintf(
      "%s does not add up, so its base is the wider group's own figure", node_label(node$args$x)
    ), "not_additive")
    return(as_plain_number(table$wider(node$args$x$name, number))[number])
  }
  total <- column_folded(groups, x, list(total = if (inherits(x, "integer64")) "whole_sum" else "sum"))$answers[[1]]
  as_plain_number(total)[number]
}

share_base_again <- function(node, x, table, group) {
  if (is_own_figure(node$args$x, table)) {
    wider <- as_plain_number(table$wider(node$args$x$name, group))
    return(function(row) wider[group[row]])
  }
  known <- ifelse(is_missing_value(x), 0, x)
  function(row) sum(known[group == group[row]])
}

base_words <- function(node) {
  if (length(node$per) == 0) "the whole" else sprintf("its %s", both(vapply(node$per, node_label, "")))
}
