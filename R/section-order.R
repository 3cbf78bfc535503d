# order: sorting of the lines that are shown. Lines that tie stay in key order.

room("order", "section",
  place = 9, read = read_items, windows = TRUE,
  check = function(items, ctx) {
    unlist(lapply(items, function(item) {
      if (nzchar(item$name)) stop_in(ctx, "bad_argument", sprintf("an order has no name (`%s`).", item$name))
      check_sort(item$expr, item$values, ctx)
    }), recursive = FALSE)
  },
  leaves = function(checked, ctx) {
    ctx$sorted <- TRUE
    ctx
  },
  work = function(state, checked) {
    table <- lines_of_state(state)
    if (is_footed(state)) {
      state$display <- footed_order(state, checked, table)
      return(state)
    }
    keys <- lapply(checked, function(key) in_language(evaluate_column(key$node, table), state))
    down <- vapply(checked, function(key) key$down, logical(1))
    others <- others_last(state, checked)
    state$display <- core_order(
      append(keys, list(others$flag), others$after), append(down, FALSE, others$after), table$n
    )
    state
  },
  words = function(checked) paste("Sort by", sort_words(checked)),
  owes = function(state, checked) list()
)

# A line of others comes last in its group: after the leading sort keys that the groups are made of.
others_last <- function(state, checked) {
  flag <- as.integer(state$line_kind == "others")
  if (length(flag) == 0) flag <- rep(0L, state$n_lines)
  per <- state$others_per
  leading <- vapply(checked, function(key) key$node$type == "column" && key$node$name %in% per, logical(1))
  list(flag = flag, after = sum(cumprod(leading)))
}
