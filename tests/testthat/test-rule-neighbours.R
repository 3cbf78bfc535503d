# The line before that is not the day before.
gap <- dues[!dues$paid_on %in% as.Date(c("2025-01-12", "2025-01-13", "2025-02-02")), ]

test_that("a line before or after that is more than a day away is told with how far and where first", {
  for (call in list(quote(lag(dues, along = paid_on)), quote(dues - lag(dues, along = paid_on)))) {
    expect_told("neighbours", rlang::inject(by_day(gap, x = !!call)), rlang::inject(by_day(dues, x = !!call)),
      "takes the line before, and in 2 lines that is up to 3 days and not one away, first beside 2025-01-14")
  }
  expect_told("neighbours", by_day(gap, x = lead(dues, along = paid_on)), by_day(dues, x = lead(dues, along = paid_on)),
    "takes the line after.*earlier\\(x, days\\(1\\)\\) goes by the calendar")
})

test_that("working days, months and weeks have steps of their own", {
  lagged <- function(days) brief(data.frame(on = days, x = seq_along(days)), beside = c(p = lag(x, along = on)))
  work <- as.Date("2025-01-06") + setdiff(0:60, c(5 + 7 * 0:8, 6 + 7 * 0:8))
  months <- seq(as.Date("2024-01-01"), by = "month", length.out = 12)
  weeks <- seq(as.Date("2025-01-06"), by = "week", length.out = 12)
  for (days in list(work, months, weeks)) {
    expect_false("neighbours" %in% findings(lagged(days))$rule)
    unit <- if (identical(days, months)) "month" else if (identical(days, weeks)) "week" else "day"
    expect_match(findings(lagged(days[-6]))$sentence, sprintf("up to 2 %ss and not one away", unit), all = FALSE)
  }
})
