# Whether two columns hold the same, to the bit or within a bound.

test_that("missing equals missing, no number its like, and the two are told apart", {
  x <- c(1, NA, NaN, Inf, -0, 0)
  for (a in seq_along(x)) {
    for (b in seq_along(x)) {
      same <- identical(x[a], x[b]) || isTRUE(x[a] == x[b])
      expect_identical(idleledger:::same_values(x[a], x[b]), same, info = paste(x[a], x[b]))
      expect_identical(idleledger:::close_values(x[a], x[b]), same, info = paste(x[a], x[b]))
    }
  }
  expect_identical(idleledger:::same_values(factor(c("a", "b")), c("a", "c")), c(TRUE, FALSE))
  expect_identical(idleledger:::close_values(1e9, c(1e9 + 0.5, 1e9 + 2)), c(TRUE, FALSE))
  big <- bit64::as.integer64(c("9007199254740993", "9007199254740992"))
  expect_identical(idleledger:::close_values(big, rev(big)), c(FALSE, FALSE))
})
