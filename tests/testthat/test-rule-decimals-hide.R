# Decimals that hide a difference.
rises <- function(values, digits, name = "rise") {
  table <- data.frame(lock = letters[seq_along(values)], rise = values)
  rlang::inject(brief(table, lines = lock, figures = c(rise = sum(rise)), layout = c(lock, decimals(rise, !!digits))))
}

test_that("values that print as zero in most lines, or all alike, are told with their range", {
  expect_told("decimals_hide", rises(c(0.2, 0.4, 1.2), 0), rises(c(0.2, 0.4, 1.2), 1),
    "`rise` prints 2 values as 0, and they are from 0.2 to 1.2")
  expect_told("decimals_hide", rises(c(0.6, 1.4), 0), rises(c(0.6, 1.4), 1),
    "`rise` prints 2 values as 1, and they are from 0.6 to 1.4")
  expect_told("decimals_hide", rises(c(0.001, 0.004), 2), rises(c(0.001, 0.004), 3), "prints 2 values as 0.00")
})

test_that("half of the lines or less, and differences of a fiftieth, may hide", {
  for (values in list(c(0.2, 1.4), c(0, 0.2, 1.4), c(99.6, 100.4), c(0.2, 3))) expect_clean(rises(values, 0))
  expect_clean(rises(0.2, 0))
})
