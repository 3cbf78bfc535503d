# What a window gave in all rows against what it should have given, row by row.
ns <- asNamespace("idleledger")
table <- list(n = 4, row = "entry", said = function(at) sprintf("row %d", at),
  columns = function(at) data.frame(row = at),
  rows = NULL)
checked <- function(values, expected, ...) {
  ns$rows_check("frames", list(name = "w"), values, expected, "each is so", table, ...)
}

test_that("equal rows tie, rows apart are counted with the first, and what is missing must be missing on both sides", {
  x <- c(1, 2.5, NA, -3)
  expect_identical(checked(x, x)$status, "ties")
  expect_match(checked(x, x)$sentence, "each is so, in all 4 entries")
  expect_match(checked(replace(x, 2:4, 7), x)$sentence, "`w`: not so in 3 of 4 entries, first in line 2: each is so")
  expect_identical(checked(replace(x, 3, 0), x)$status, "differs")
  expect_identical(checked(x, replace(x, 3, 0))$status, "differs")
  expect_identical(checked(c(Inf, -Inf, 1, 1), c(Inf, -Inf, 1, 1))$status, "ties")
  for (pair in list(c(Inf, -Inf), c(Inf, 7), c(7, Inf), c(-Inf, 7), c(NA, Inf))) {
    expect_identical(checked(c(pair[1], 1, 1, 1), c(pair[2], 1, 1, 1))$status, "differs", label = format(pair))
  }
})

test_that("the bound is the last bits of the value, and what is let off besides", {
  x <- c(1e9, 1, 1e-9, 5)
  bit <- 2 * .Machine$double.eps
  expect_identical(checked(x * (1 + bit), x)$status, "ties")
  expect_identical(checked(x * (1 + 1e-12), x)$status, "differs")
  expect_identical(checked(x + 0.01, x, slack = 0.02)$status, "ties")
  expect_null(checked(x + 0.01, x, slack = Inf))
})
