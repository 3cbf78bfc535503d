# Groups of the rows of columns, and folds over them.

# Each different value once, in order.
different_values <- function(x) {
  if (length_of(x) == 0) return(x)
  groups <- core_group(list(x), length_of(x))
  pick_rows(x, core_group_facts(groups)$first)
}

# Folds of one plain column over groups.
column_folded <- function(groups, values, folds) columns_folded(groups, list(values), folds)[[1]]

columns_folded <- function(groups, columns, folds) {
  feeds <- lapply(columns, function(values) {
    list(values = values, condition = NULL, weights = NULL, along = NULL, folds = folds, counted = TRUE)
  })
  core_or_stop(core_summarise(groups, feeds, list()))$feeds
}

core_or_stop <- function(expr) {
  withCallingHandlers(expr, `std::overflow_error` = function(e) {
    stop_idle(
      "overflow", paste0(conditionMessage(e), "."), "Sum ordinary numbers instead: sum(as_number(x))."
    )
  })
}

# The rows that are copies of an earlier one.
copies_among <- function(columns, n) {
  if (n < 2) return(integer())
  core_copies(unname(columns), n)$row
}
