# The windows of a page, each with the column that it stands in and the table that it was worked on: what rules about
# windows look at.

windows_of <- function(drawn) {
  checked <- drawn$brief$checked
  if (length(checked$beside) + length(checked$columns) == 0) return(list())
  lines <- if (length(checked$beside)) lines_before_others(drawn)$table
  entries <- if (length(checked$columns) && drawn$entries$n <= limit("most_to_compare")) entries_table(drawn)
  of <- function(parts, table) {
    do.call(c, lapply(parts, function(part) {
      lapply(windows_in(part$node), function(node) list(name = part$name, node = node, table = table))
    }))
  }
  found <- c(if (!is.null(entries)) of(checked$columns, entries), if (!is.null(lines)) of(checked$beside, lines))
  Filter(function(one) one$table$n > 0 && one$table$n <= limit("most_to_compare"), found)
}

# The table of the lines as `beside` and `show` saw it, before some were gathered as others, and which rows they are.
lines_before_others <- function(drawn) {
  rows <- which(!is_others(drawn$lines))
  table <- lines_table(drawn)
  list(table = if (length(rows) < drawn$lines$n) part_of_table(table, rows) else table, rows = rows)
}

# The dates that a window goes along, upward, as days; NULL if it goes along something else.
days_along <- function(one) {
  dates <- dated_along(one$node$along)
  if (!is.null(dates)) as_days(evaluate_column(dates, one$table))
}
