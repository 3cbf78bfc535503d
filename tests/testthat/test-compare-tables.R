# What a tolerance lets off, and what it does not.

test_that("a difference of just the tolerance counts as equal, and of more does not", {
  a <- data.frame(k = 1:4, x = c(1, 2, 3, NA))
  for (by in c(0.5, 0.25, 1)) {
    b <- transform(a, x = x + by)
    expect_null(differences(a, b, match = "k", tolerance = by)$cells)
    expect_identical(nrow(differences(a, b, match = "k", tolerance = by * 0.99)$cells), 3L)
    expect_null(differences(b, a, match = "k", tolerance = by)$cells)
  }
  expect_identical(nrow(differences(a, transform(a, x = c(1, 2, 3, 0)), match = "k", tolerance = 5)$cells), 1L)
})
