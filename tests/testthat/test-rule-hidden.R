# Subtotals that hold lines which are not shown.
shown <- function(show, ...) rlang::inject(brief(dues, lines = wharf, figures = c(s = sum(due)), show = !!show, ...))

test_that("a total is told to hold hidden lines, however they were hidden", {
  for (show in list(quote(top(1, s)), quote(bottom(1, s)), quote(rank(falling(s)) < 2))) {
    expect_told("hidden", shown(show, footing = rollup(wharf)), shown(quote(top(4, s)), footing = rollup(wharf)),
      "those of the 3 lines that `show` hides included", deparse1(show))
  }
})

test_that("where the rest is gathered in a line, or there is no total, nothing is said", {
  expect_clean(shown(quote(top(2, s, others = TRUE)), footing = rollup(wharf)))
  expect_clean(shown(quote(top(2, s))))
})
