# Windows: figures written beside each row, with all rows of the table in view. The page on adding a room tells what
# a window owes.

room("window", "call", place = 5,
  takes = function(name, ctx) has_room("window", name),
  check = function(expr, name, values, ctx) check_window(expr, name, values, ctx)
)

# What windows share while a section is worked: groups and arrangements of rows.
window_groups <- function(per, table) {
  key <- paste("groups", rlang::hash(lapply(per, strip_text)))
  if (is.null(table$memo[[key]])) {
    table$memo[[key]] <- core_group(group_columns(per, table), table$n)
  }
  table$memo[[key]]
}

window_rows <- function(per, along, table) {
  key <- paste("rows", rlang::hash(list(lapply(per, strip_text), along)))
  if (is.null(table$memo[[key]])) {
    keys <- lapply(along, function(sort) in_language(evaluate_column(sort$node, table), table$locale))
    down <- vapply(along, function(sort) sort$down, TRUE)
    table$memo[[key]] <- core_arrange(window_groups(per, table), keys, down)
    if (length(along)) table$method(core_sorted_already(table$memo[[key]]))
  }
  table$memo[[key]]
}

# Lines of one level are compared among themselves.
group_columns <- function(per, table) {
  own <- lapply(per, function(node) if (node$type == "parent") table$parent() else evaluate_column(node, table))
  unname(c(if (!is.null(table$level)) list(table$level), own))
}

tied_rows <- function(per, along, table) {
  if (length(along) == 0) return(0)
  key <- paste("tied", rlang::hash(list(lapply(per, strip_text), along)))
  if (is.null(table$memo[[key]])) table$memo[[key]] <- core_tied_rows(window_rows(per, along, table))
  table$memo[[key]]
}

note_ties <- function(node, table, effect) {
  tied <- tied_rows(node$per, node$along, table)
  if (tied == 0) return(invisible())
  table$note(sprintf(
    "%s tie in the order by %s; %s", count_of(tied, table$row), sort_words(node$along), effect
  ), "ties", tied / table$n)
}

# How a proof leads to the value of a window, where there is no better word.
that_gives <- function(node, rows, table, line, value) "That gives"

is_own_figure <- function(node, table) node$type == "column" && node$name %in% table$not_additive
