# What a window gave in all rows against what it should have given, row by row.

# Totals that are taken from running ones are as exact as the largest of those.
rows_check <- function(check, part, values, expected, said, table, slack = 0,
                       relative = 4 * .Machine$double.eps) {
  if (!all(is.finite(slack))) return(NULL)
  near <- within_bound(values, expected, slack + relative * abs(expected))
  wrong <- which(!ifelse(is.na(near), is.na(values) & is.na(expected), near))
  rows_said(check, part, wrong, values, expected, said, table)
}

rows_said <- function(check, part, wrong, values, expected, said, table) {
  rows <- count_of(table$n, table$row)
  if (length(wrong) == 0) return(c(a_check(check, TRUE, sprintf("%s, in all %s.", said, rows)), name = part$name))
  a_check(check, FALSE, sprintf(
    "%s: `%s`: not so in %s of %s, first in %s: %s.", check_headings[[check]], part$name, big_mark(length(wrong)),
    rows, row_said(table, wrong[1]), said
  ), cbind(rows_named(table, wrong), data.frame(
    column = part$name, statement = cell_texts(values[wrong]), recomputed = cell_texts(expected[wrong])
  )))
}
