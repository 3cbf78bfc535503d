# How numbers and periods look on a page.
shown <- function(values, format) {
  table <- data.frame(k = seq_along(values))
  table$x <- values
  page <- rlang::inject(brief(table, layout = !!format))
  trimws(utils::head(printed(draw_up(page)) |> strsplit("\n") |> unlist(), -1)[-(1:3)])
}

test_that("money, percentages and decimals are rounded half away, whatever binary makes of it, with marks of thousands",
  {
  x <- c(0, 0.005, 1.005, 2.675, -0.004, 1234567.891, -1e6, 0.1 + 0.2)
  expect_identical(shown(x, quote(money(x))), c("0.00", "0.01", "1.01", "2.68", "0.00", "1,234,567.89", "-1,000,000.00",
    "0.30"))
  expect_identical(shown(c(0.5, 1, -0.025, 0.1234), quote(percent(x))), c("50.0%", "100.0%", "-2.5%", "12.3%"))
  expect_identical(shown(c(0.5, 1), quote(percent(x, 0))), c("50%", "100%"))
  expect_identical(shown(c(1, 2.5), quote(decimals(x, 3))), c("1.000", "2.500"))
  expect_identical(shown(c(1, NA), quote(money(x, currency = "EUR ")))[1], "EUR 1.00")
})

test_that("periods are written as such, and a day that begins none as a day", {
  days <- as.Date(c("2025-01-01", "2025-04-01", "0900-01-01"))
  expect_identical(shown(days, quote(period(x, "month"))), c("2025-01", "2025-04", "0900-01"))
  expect_identical(shown(days, quote(period(x, "quarter"))), c("2025 Q1", "2025 Q2", "0900 Q1"))
  expect_identical(shown(days, quote(period(x, "year"))), c("2025", "2025-04-01", "0900"))
  expect_identical(shown(as.Date("2024-12-30"), quote(period(x, "week"))), "2025-W01")
})

test_that("what a format does not take is told", {
  expect_match(said_by(brief(dues, layout = money(wharf))), "money\\(\\) takes a number, and `wharf` is text")
  expect_match(said_by(brief(dues, layout = decimals(due, 99))), "`digits` takes at most 15, and got 99")
  expect_match(said_by(brief(dues, layout = percent(due, -1))), "`digits` takes a whole number from 0")
  expect_match(said_by(brief(dues, layout = money(due, currency = 3))), "`currency` takes one text, and got 3")
  expect_match(said_by(brief(dues, layout = period(paid_on, "fortnight"))),
    "`unit` is \"day\", .*and got \"fortnight\"")
  expect_match(said_by(brief(dues, layout = period(due))), "period\\(\\) takes a date")
})
