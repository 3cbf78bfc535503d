# Evaluating a checked tree on whole vectors. The only things within reach are the columns of the
# table in hand and the work of our own rooms.

# The table in hand: `column(name)` gives a vector of `n`; `tally` counts what a user should hear of.
# For windows it has `memo`, where groups and orders are kept, and `note(text)`.
table_in_hand <- function(column, n, figure = NULL, tally = new_tally(), memo = new.env(parent = emptyenv()),
                          note = function(text) invisible(), row = "line", method = function(sorted) invisible(),
                          ...) {
  list(
    column = column, n = n, figure = figure, tally = tally, memo = memo, note = note, row = row, method = method, ...
  )
}

new_tally <- function() {
  tally <- new.env(parent = emptyenv())
  tally$counts <- list()
  tally
}

# Of the same expression only once, however often it is worked.
count_up <- function(tally, what, n) {
  if (n == 0) return(invisible())
  key <- rlang::hash(tally$node)
  tally$counts[[what]][[key]] <- max(n, tally$counts[[what]][[key]])
}

evaluate <- function(node, table) {
  switch(node$type,
    value = node$value,
    column = table$column(node$name),
    figure = table$figure(node$id),
    window = room_of("window", node$fn)$work(node, table),
    set = joined_values(lapply(node$args, evaluate, table = table)),
    given = stop_idle(
      "not_given", sprintf("The brief asks for given(%s), and nobody has supplied it.", node$name),
      sprintf("supply(brief, %s = ...), or --given %s=... on the command line.", node$name, node$name)
    ),
    call = evaluate_chain(node, table)
  )
}

# Down the first arguments of calls in calls, then up again.
evaluate_chain <- function(node, table) {
  spine <- list()
  while (identical(node$type, "call") && length(node$args) > 0) {
    spine <- c(spine, list(node))
    node <- node$args[[1]]
  }
  value <- if (identical(node$type, "call")) work_row(node, list(), table) else evaluate(node, table)
  for (link in rev(spine)) {
    value <- work_row(link, c(list(value), lapply(link$args[-1], evaluate, table = table)), table)
  }
  value
}

work_row <- function(node, args, table) {
  row <- room_of("row", node$fn)
  names(args) <- names(node$args)
  if (isTRUE(row$counts)) {
    table$tally$node <- node
    args <- c(args, list(tally = table$tally))
  }
  if (isTRUE(row$looks_up)) args <- c(args, list(node = node, table = table))
  do.call(row$work, args, quote = TRUE)
}

# A whole column: one value is repeated for each row, any other length is an error.
evaluate_column <- function(node, table) {
  value <- evaluate(node, table)
  if (length_of(value) == table$n && (table$n != 1 || !is.character(value))) return(as_settled(value))
  if (length_of(value) == 1) return(repeated(value, table$n))
  stop_idle(
    "bad_length",
    sprintf(
      "An expression gives %s where the table has %s.",
      count_of(length_of(value), "value"), count_of(table$n, "row")
    ),
    "A local variable may hold one value, or a set to the right of %in%."
  )
}

all_met <- function(checked, table) {
  met <- NULL
  for (condition in checked) {
    this <- as.logical(evaluate_column(condition$node, table))
    met <- if (is.null(met)) this else met & this
  }
  met
}

# The place of each row in an order, from 0; rows that tie share a place.
sort_places <- function(sorts, table) {
  keys <- lapply(sorts, function(key) evaluate_column(key$node, table))
  down <- vapply(sorts, function(key) key$down, logical(1))
  order <- core_order(keys, down, table$n)
  core_places(keys, order)
}
