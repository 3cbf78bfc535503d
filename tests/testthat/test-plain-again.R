# The second ways of row functions: plain R that knows nothing of the first, held against base R here.
ns <- asNamespace("idleledger")

test_that("arithmetic keeps missing apart from no number, and 64-bit whole numbers whole", {
  add <- ns$numbers_again(`+`)
  expect_identical(add(c(1, NA, NaN), c(NA, NaN, 1)), c(NA, NA, NaN))
  expect_identical(as.character(add(bit64::as.integer64("9007199254740993"), 1L)), "9007199254740994")
  expect_identical(ns$missing_again(c(NA, NaN, 1)), c(TRUE, FALSE, FALSE))
})

test_that("parts and starts of dates are those of the calendar, before 1000 and after 9999 too", {
  days <- as.Date(c("0205-02-03", "1582-10-15", "2000-02-29", "2024-12-30", "9999-12-31", NA))
  expect_identical(ns$date_part_again(days, "year"), c(205L, 1582L, 2000L, 2024L, 9999L, NA))
  expect_identical(ns$date_part_again(days, "week_year")[4], 2025L)
  expect_identical(format(ns$start_again(days, "quarter"))[3:5], c("2000-01-01", "2024-10-01", "9999-10-01"))
  expect_identical(ns$text_again(days), c("0205-02-03", "1582-10-15", "2000-02-29", "2024-12-30", "9999-12-31", NA))
})

test_that("texts are replaced letter for letter, once for each different combination", {
  expect_identical(ns$replaced_again("a.b.c", ".", ""), "abc")
  expect_identical(ns$replaced_again("aaa", "aa", "b"), "ba")
  count <- 0
  fn <- function(x, y) {
    count <<- count + 1
    paste(x, y)
  }
  expect_identical(ns$each_text_again(fn, list(rep(c("a", "b"), 50), "z")), rep(c("a z", "b z"), 50))
  expect_identical(count, 2)
})
