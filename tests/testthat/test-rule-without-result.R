# Values that an expression could not give.
test_that("divisions by zero are counted, in columns and on lines", {
  each <- function(table) by_wharf(table, columns = c(each = due / tonnes))
  for (rows in list(9, c(9, 44, 100))) {
    expect_told("without_result", each(dues_at("tonnes", rows, 0)), each(dues), name = length(rows), sprintf(
      "Division by zero: %s now missing", if (length(rows) == 1) "1 value" else paste(length(rows), "values")))
  }
})

test_that("texts that are no number, and a total that does not fit, are counted", {
  page <- function(table) by_wharf(table, columns = c(number = as_number(mark)))
  marks <- as.character(dues$slip)
  expect_told("without_result", page(dues_with(mark = replace(marks, 9, "lost"))), page(dues_with(mark = marks)), "1 ")
})
