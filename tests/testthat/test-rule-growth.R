# Growth and ratios over a base below zero.
results <- data.frame(year = 2018:2025, result = c(50, -20, 30, 40, -5, 20, 25, 30))
growth <- function(table, expr) {
  rlang::inject(brief(table, lines = year, figures = c(r = sum(result)), beside = c(g = !!expr)))
}

test_that("a base below zero in some lines is told with how many and the first", {
  for (expr in list(quote(r / lag(r, along = year) - 1), quote((r - lag(r, along = year)) / lag(r, along = year)))) {
    expect_told("growth", growth(results, expr), growth(transform(results, result = abs(result)), expr),
      "`g` divides by .*, which is below zero in 2 lines, the first in line 3: -20", deparse1(expr))
  }
})

test_that("a base that is below zero everywhere, or a constant, is none of this rule's", {
  debts <- transform(results, result = -abs(result))
  expect_false("growth" %in% findings(growth(debts, quote(r / lag(r, along = year) - 1)))$rule)
  expect_false("growth" %in% findings(growth(results, quote(r / -2)))$rule)
})
