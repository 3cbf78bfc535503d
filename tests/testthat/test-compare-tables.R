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

test_that("a statement ties with its own file, with times of any zone, empty and missing keys, and no numbers", {
  hours <- as.POSIXct("2024-10-26 22:30", tz = "UTC") + 3600 * 0:5
  for (zone in c("UTC", "Europe/Berlin", "America/New_York")) {
    table <- data.frame(at = c(as.POSIXct(hours, tz = zone), NA), v = 1:7)
    attr(table$at, "tzone") <- zone
    expect_own_file(brief(table, lines = at, figures = c(n = count(), last = max(at))))
  }
  table <- data.frame(k = c("", NA, "(missing)", "a"), x = c(NaN, NA, -Inf, 0.5), v = 1:4)
  expect_own_file(brief(table, lines = k, figures = c(s = sum(v)), footing = rollup(k)))
  expect_own_file(brief(table, lines = x, figures = c(s = sum(v))))
})

test_that("a whole number of 64 bits is another number only where it is one", {
  whole <- bit64::as.integer64(c("5", "6", "9007199254740993", NA))
  a <- data.frame(k = 1:4, x = whole)
  expect_identical(differences(a, data.frame(k = 1:4, x = c(5, 1e300, 9007199254740992, 3)), match = "k")$cells$k, 2:4)
  expect_identical(differences(a, data.frame(k = 1:4, x = c(5, 6, 2^53, NA)), match = "k")$cells$k, 3L)
})
