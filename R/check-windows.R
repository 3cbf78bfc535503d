# Windows against plain R: a seeded sample of rows, each worked again from the rows that its frame or
# its group must have.

# Each row looked at costs a look at all rows.
rows_to_sample <- function(n) max(20, min(200, floor(2e7 / max(n, 1))))

check_windows <- function(drawn, checked, table) {
  own <- which(!is_others(drawn$lines))
  if (length(own) == 0 || length(checked) == 0) return(list())
  table <- part_of_table(table, own)
  c(windows_again(checked, table), said_together(unlist(lapply(checked, check_whole, table = table),
    recursive = FALSE)))
}

# A window in all rows; an expression of windows by each of them, and then by plain R from what they gave.
check_whole <- function(part, table) {
  if (part$node$type == "window") return(list(check_whole_groups(part, table)))
  inner <- lapply(windows_in(part$node), function(node) {
    check_whole_groups(list(name = part$name, node = node), table, plain_vector(evaluate_column(node, table)))
  })
  c(inner, list(check_expression_beside(part, table)))
}

check_expression_beside <- function(part, table) {
  rows <- rows_to_work_again(table$n)
  found <- worked_again(part$node, plain_rows(table, rows))
  if (!is.null(found$lacks)) return(NULL)
  here <- plain_vector(pick_rows(table$column(part$name), rows))
  wrong <- rows_that_differ(here, found$value)
  if (length(wrong) == 0) return(c(a_check("columns", TRUE, sprintf("worked again in plain R in %s, equal.",
    count_of(length(rows), table$row))), name = part$name))
  a_check("columns", FALSE, sprintf("Columns: `%s`, worked again in plain R in %s; %s, the first in %s.", part$name,
    count_of(length(rows), table$row), is_differ(length(wrong)), row_said(table, rows[wrong[1]])),
  cbind(rows_named(table, rows[wrong]), data.frame(column = part$name, statement = cell_texts(here[wrong]),
    recomputed = cell_texts(plain_vector(found$value)[wrong]))))
}

# What must hold of every group: shares add to one, tiles differ by one at most, the last running value
# is the group's own figure; and of every row: its rank, its frame (check-whole-windows.R).
check_whole_groups <- function(part, table, values = plain_vector(table$column(part$name))) {
  node <- part$node
  if (node$type != "window" || table$n > limit("most_to_sort")) return(NULL)
  whole <- room_of("window", node$fn)$whole
  of_any_kind <- isTRUE(room_of("window", node$fn)$of_any_kind)
  if (is.null(whole) || !of_any_kind && !all_numbers(node)) return(NULL)
  group <- core_group_numbers(window_groups(node$per, table))
  whole(part, if (of_any_kind) values else as_plain_number(values), group, table)
}

all_numbers <- function(node) node$kind %in% c("integer", "double", "logical")

group_check <- function(part, wrong, group, what, table) {
  if (length(wrong) == 0) {
    said <- sprintf("%s in each of %s.", what, count_of(length(unique(group)), "group"))
    return(c(a_check("groups", TRUE, said), name = part$name))
  }
  first <- row_said(table, match(wrong[1], group))
  said <- sprintf("Groups: `%s`: not in every group %s; the first is that of %s.", part$name, what, first)
  a_check("groups", FALSE, said)
}

# The shares of a group add up to one, but for the rounding of each: where values cancel, shares are large,
# and so is what rounding leaves.
shares_of_groups <- function(part, values, group, table) {
  if (is_own_figure(part$node$args$x, table)) return(NULL)
  x <- as_plain_number(plain_vector(evaluate_column(part$node$args$x, table)))
  apart <- shares_row_by_row(part, values, x, group, table)
  if (identical(apart$status, "differs")) return(apart)
  endless <- group %in% group[!is.finite(x) & !is_missing_value(x)]
  known <- ifelse(is.na(values) | endless, NA, group)
  values[endless] <- NA
  if (all(is.na(values))) return(NULL)
  sums <- rowsum(values[!is.na(values)], known[!is.na(values)])
  size <- rowsum(abs(values[!is.na(values)]), known[!is.na(values)])
  slack <- rounding_slack(2 * size, 1, 1) * (1 + tabulate(match(known, rownames(sums)), length(sums)))
  wrong <- as.integer(rownames(sums))[abs(sums - 1) > slack]
  group_check(part, wrong, known, "the shares add to one", table)
}

# Each share against its value and the group's total in plain R, whose extended precision bounds what cancels.
shares_row_by_row <- function(part, values, x, group, table) {
  known <- ifelse(is_missing_value(x), 0, x)
  base <- vapply(split(known, group), sum, 1)[as.character(group)]
  size <- rowsum(abs(known), group)
  size <- size[match(group, as.integer(rownames(size))), 1]
  expected <- ifelse(base %in% 0, NA, x / base)
  relative <- 8 * .Machine$double.eps + 2^-60 * size / abs(base) * tabulate(group)[group]
  relative[base %in% 0] <- 0
  rows_check("groups", part, values, expected, "each is its part of the total", table, 0, relative)
}

tiles_of_groups <- function(part, values, group, table) {
  known <- !is.na(values)
  wrong <- Filter(function(one) {
    sizes <- tabulate(values[known & group == one], part$node$n)
    any(diff(sizes) > 0) || max(sizes) - min(sizes) > 1
  }, unique(group[known]))
  group_check(part, wrong, ifelse(known, group, NA), "the tiles differ by one at most, the larger first", table)
}

# Figures that go by the order of their frame end as that order does.
running_ends <- function(part, values, group, table) {
  figures <- figures_in(part$node$figure)
  if (any(vapply(figures, goes_by_order, TRUE))) return(NULL)
  order <- plain_order(part$node$along, table)$order
  last <- order[!duplicated(group[order], fromLast = TRUE)]
  rows <- split(seq_len(table$n), group)[as.character(group[last])]
  totals <- lapply(figures, function(figure) again_by_line(figure, unname(rows), table))
  ends <- table_in_hand(
    function(name) pick_rows(table$column(name), last), length(last), function(id) as_settled(totals[[id]])
  )
  totals <- as_plain_number(plain_vector(evaluate_column(part$node$figure, ends)))
  wrong <- group[last][!close_values(values[last], totals)]
  group_check(part, wrong, group, "the last running value is the group's own", table)
}

windows_again <- function(checked, table) {
  most <- rows_to_sample(table$n)
  at <- if (table$n > most) seeded_sample(table$n, most) else seq_len(table$n)
  found <- lapply(checked, function(part) beside_again(part, table, at))
  lacking <- vapply(found, function(one) is.character(one), TRUE)
  wrong <- do.call(rbind, found[!lacking])
  c(list(windows_said(sum(!lacking), wrong, table, at)), lapply(found[lacking], function(lacks) {
    not_worked_again("Windows", lacks)
  }))
}

# The rows in which a column beside is not what its windows and its expression give, each worked a second time; as a
# text, what has no second way.
beside_again <- function(part, table, at) {
  here <- plain_vector(pick_rows(table$column(part$name), at))
  plain <- plain_rows(table, at)
  plain$window <- function(node) plain_vector(room_of("window", node$fn)$again(node, table, at))
  found <- worked_again(part$node, plain)
  if (!is.null(found$lacks)) return(sprintf("`%s` takes %s()", part$name, found$lacks))
  again <- found$value
  differs <- which(!close_values(here, again))
  if (length(differs)) cbind(rows_named(table, at[differs]), data.frame(
    column = part$name, statement = cell_texts(here[differs]), recomputed = cell_texts(again[differs]),
    at = at[differs]
  ))
}

windows_said <- function(looked, wrong, table, at) {
  if (looked == 0) return(NULL)
  n <- if (is.null(wrong)) 0 else nrow(wrong)
  what <- sprintf(
    "%s beside %s%s, worked again from the rows of each frame or group", count_of(looked, "figure"),
    count_of(length(at), table$row), if (length(at) < table$n) " (a seeded sample)" else ""
  )
  a_check("windows", n == 0, if (n == 0) sprintf("Windows: %s, equal.", what) else sprintf(
    "Windows: %s; of the cells %s, first `%s` in %s.", what, is_differ(n), wrong$column[1],
    row_said(table, wrong$at[1])
  ), wrong[names(wrong) != "at"])
}
