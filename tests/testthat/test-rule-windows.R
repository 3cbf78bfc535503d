# Rows for which a window has no value, and entries that a window saw before `only` left them out.
numbered <- function(...) {
  brief(dues, columns = c(k = row_number(entered())), lines = wharf, figures = c(k = max(k)), ...)
}

test_that("entries that a window used and `only` then left out are counted", {
  expect_told("windows", numbered(only = tonnes > 10), numbered(),
    sprintf("%d entries.*which then left out|which then left out", sum(dues$tonnes <= 10)))
})

test_that("rows without a place, since their value is missing, are counted", {
  page <- function(table) brief(table, lines = wharf, figures = c(m = max(due)), beside = c(k = rank(falling(m))))
  none <- dues_with(due = ifelse(dues$wharf == "Brook", NA, dues$due))
  expect_told("windows", page(none), page(dues), "1 ")
})
