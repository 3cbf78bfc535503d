# Subtotals: the lines under each must add up to it, and each is worked again from its entries.

check_footing <- function(drawn) {
  if (!is_footed(drawn$lines)) return(list())
  list(check_levels_add_up(drawn))
}

# For figures that add up, the lines of each subtotal against the subtotal itself.
check_levels_add_up <- function(drawn) {
  nodes <- additive_nodes(drawn)
  if (length(nodes) == 0) return(NULL)
  own <- own_lines(drawn$lines)
  wrong <- NULL
  for (k in seq_along(drawn$lines$levels)) {
    level <- drawn$lines$levels[[k]]
    at <- which(drawn$lines$level == k + 1)
    groups <- core_group(list(level$of_line), length_of(level$of_line))
    places <- level$of_line[core_group_facts(groups)$first]
    for (name in names(nodes)) {
      apart <- not_adding_up(pick_rows(drawn$lines$columns[[name]], own), pick_rows(drawn$lines$columns[[name]], at),
        groups, places)
      if (any(apart)) wrong <- rbind(wrong, cbind(line_columns(drawn, at[apart]), data.frame(
        figure = name, over = drawn$lines$summed_over[at[apart]],
        subtotal = cell_texts(pick_rows(drawn$lines$columns[[name]], at[apart])), at = at[apart]
      )))
    }
  }
  n <- sum(is_subtotal(drawn$lines))
  what <- sprintf(
    "%s under %s", count_of(length(own), "line"), count_of(n, "subtotal and total", "subtotals and totals")
  )
  a_check("subtotals", is.null(wrong), if (is.null(wrong)) {
    sprintf("Subtotals: the %s add up to them, in %s.", what, both(names(nodes)))
  } else {
    sprintf(
      "Subtotals: of the %s, %s, first `%s` in %s.", what, do_not_add_up(nrow(wrong)), wrong$figure[1],
      said_line(drawn, wrong$at[1])
    )
  }, wrong[names(wrong) != "at"])
}

do_not_add_up <- function(n) sprintf("%s not", paste(count_of(n, "cell"), if (n == 1) "does" else "do"))

# Sums of rounded lines may differ from a rounded subtotal in the last bits, and no further.
not_adding_up <- function(lines, subtotals, groups, places) {
  there <- pick_rows(subtotals, places)
  if (inherits(lines, "integer64")) {
    added <- column_folded(groups, lines, list(total = "whole_sum"))$answers[[1]]
    near <- added == there
  } else {
    lines <- as_plain_number(lines)
    there <- as_plain_number(there)
    sizes <- if (!isTRUE(all(lines >= 0))) list(abs(lines))
    found <- columns_folded(groups, c(list(lines), sizes), list(total = "sum"))
    added <- as_plain_number(found[[1]]$answers[[1]])
    size <- as_plain_number(found[[length(found)]]$answers[[1]])
    near <- within_bound(added, there, rounding_slack(size, abs(there), found[[1]]$filled))
  }
  if (anyNA(near)) {
    gone <- is_missing_value(added) | is_missing_value(there)
    near <- ifelse(gone, is_missing_value(added) == is_missing_value(there), near | is.nan(added) & is.nan(there))
  }
  replace(rep(FALSE, length_of(subtotals)), places, !(near %in% TRUE))
}

# A crosstab both ways: each line that is shown stands in one cell, and no other cell is filled.
check_crosstab <- function(drawn) {
  wide <- drawn$page$wide
  shown <- display_rows(drawn)
  lines <- shown[!is_subtotal(drawn$lines)[shown]]
  body <- !wide$total & wide$figure == wide$figure[1]
  kinds <- if (is.null(drawn$lines$line_kind)) rep("line", length(wide$rows)) else row_kind(drawn, wide$rows)
  filled <- sum(vapply(wide$empty[body], function(empty) sum(!empty[kinds %in% c("line", "others")]), 1))
  a_check("crosstab", filled == length(lines), sprintf(
    "Crosstab: %s of %s %s filled, and %s shown.", big_mark(filled),
    count_of(sum(body) * sum(kinds %in% c("line", "others")), "cell"), if (filled == 1) "is" else "are",
    is_are(length(lines), "line")
  ))
}
