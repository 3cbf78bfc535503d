# Values as people write them: numbers, dates, names of months, marks of nothing.
ns <- asNamespace("idleledger")

test_that("names of months and days are known by their beginnings, and words that only begin so are not", {
  expect_identical(ns$named_place(month.name, ns$month_stems, ns$month_words), 1:12)
  expect_identical(ns$named_place(tolower(month.abb), ns$month_stems, ns$month_words), 1:12)
  expect_true(is.na(ns$named_place("marbles", ns$month_stems, ns$month_words)))
  expect_true(is.na(ns$named_place("Weston", ns$month_stems, ns$month_words)))
})

test_that("marks that stand for nothing are known in any case and with spaces around", {
  expect_true(all(ns$stands_for_nothing(c("n/a", " N/A ", "-", "?", "NULL", "unknown", "tbd"))))
  expect_false(any(ns$stands_for_nothing(c("none", "0", "a", "Nelson", "--x"))))
})

test_that("numbers and dates in writing are told from other texts", {
  expect_true(all(ns$is_number_text(c("1", "-2.5", "(3.00)", "\u00a34", "5%", "1,234.5", "6-", "7 EUR", "1e3",
    "-\u00a34", "\u00a3-4", "\u22122.5", "+1e-3"))))
  expect_false(any(ns$is_number_text(c("", "a1", "1-2", "12:30", "1.2.3", "--1", "-1-", "(1", "1)", "-(1)", "-\u00a3-4",
    "(-1)", "()"))))
  ways <- ns$date_way(c("2025-01-31", "31/01/2025", "31 Jan 2025", "20250131", "x"))
  expect_identical(is.na(ways), c(FALSE, FALSE, FALSE, FALSE, TRUE))
})
