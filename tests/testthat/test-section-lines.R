test_that("keys may be expressions, of any number", {
  got <- draw_up(
    brief(tolls, lines = c(reach, month = start_of(passed_on, "month"), big = toll > 20), figures = c(n = count()))
  )
  month <- as.Date(format(tolls$passed_on, "%Y-%m-01"))
  expect_equal(nrow(got), nrow(unique(data.frame(tolls$reach, month, tolls$toll > 20))))
  expect_equal(
    sum(got$n[which(got$month == as.Date("2025-03-01") & got$big)]),
    sum(month == as.Date("2025-03-01") & tolls$toll > 20, na.rm = TRUE)
  )
})

test_that("crossed lines stand for every combination, also those that do not occur", {
  table <- data.frame(a = c("x", "y", "y", NA), b = c(1, 2, 3, 3), v = c(10, 20, NA, 5))
  page <- brief(table, lines = crossed(a, b), figures = c(n = count(), s = sum(v), d = count_distinct(v), m = max(v)))
  got <- draw_up(page)
  expect_equal(got$a, c("x", "x", "x", "y", "y", "y", NA))
  expect_equal(got$b, c(1, 2, 3, 1, 2, 3, 3))
  expect_identical(got$n, c(1L, 0L, 0L, 0L, 1L, 1L, 1L))
  expect_equal(got$s, c(10, NA, NA, NA, 20, NA, 5))
  expect_identical(got$d, c(1L, 0L, 0L, 0L, 1L, 0L, 1L))
  expect_match(flat(got), "3 lines have no entries: their combinations do not occur")
  expect_true(all_tie(tie_out(page)))
  expect_true(all_tie(tie_out(amend(page, show = top(1, n, ties = "by_entry", others = TRUE)))))
  named <- draw_up(brief(tolls, lines = crossed(lock, q = quarter(passed_on), craft), figures = c(n = count())))
  expect_equal(sum(named$n), 20012)
  wide <- data.frame(a = seq_len(3000), b = seq_len(3000))
  expect_match(said_by(draw_up(brief(wide, lines = crossed(a, b)))), "would make 9,000,000 lines")
})

test_that("text is sorted by a language's alphabet on request", {
  skip_if_not(capabilities("ICU"))
  words <- data.frame(w = c("zeta", "\u00e4pple", "apple", "\u00f6l", "Bo", "\u00e5"))
  sorted <- function(...) draw_up(brief(words, lines = w, ...))$w
  expect_equal(sorted(), c("Bo", "apple", "zeta", "\u00e4pple", "\u00e5", "\u00f6l"))
  expect_equal(sorted(locale = "sv"), c("apple", "Bo", "zeta", "\u00e5", "\u00e4pple", "\u00f6l"))
  expect_equal(sorted(locale = "de", order = falling(w)), c("zeta", "\u00f6l", "Bo", "\u00e4pple", "apple", "\u00e5"))
  expect_match(said_by(brief(words, lines = w, locale = "../sv")), "one language")
})
