# A part of the rows of a table in hand, and rows as their reader finds them.

# Lines of others were gathered after the windows were worked, which have not seen them.
part_of_table <- function(table, rows) {
  if (length(rows) == table$n) return(table)
  column <- table$column
  table$column <- function(name) pick_rows(column(name), rows)
  if (!is.null(table$level)) {
    parent <- table$parent()[rows]
    table$level <- table$level[rows]
    table$parent <- function() parent
  }
  table$n <- length(rows)
  table$memo <- new.env(parent = emptyenv())
  table$naming$rows <- if (is.null(table$naming$rows)) rows else table$naming$rows[rows]
  table
}

# Rows of a table as the reader finds them.
rows_named <- function(table, at) {
  if (is.null(table$naming)) return(data.frame(line = at))
  table$naming$columns(if (is.null(table$naming$rows)) at else table$naming$rows[at])
}

row_said <- function(table, at) {
  if (is.null(table$naming)) return(sprintf("line %s", big_mark(at)))
  table$naming$said(if (is.null(table$naming$rows)) at else table$naming$rows[at])
}
