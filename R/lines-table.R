# The lines of a page as a table that expressions and windows work on.

lines_table <- function(drawn, label = NULL) {
  row <- if (drawn$lines$grain == "lines") "line" else "entry"
  table <- windowed_table(drawn, function(name) line_column(drawn, name), drawn$lines$n, row, label)
  if (row == "entry") return(table)
  table$keys <- drawn$lines$keys
  table$level <- drawn$lines$level
  table$parent <- function() parent_groups(drawn$lines)
  table$not_additive <- drawn$lines$not_additive
  table$wider <- function(name, group) wider_figure(drawn, name, group)
  table
}
