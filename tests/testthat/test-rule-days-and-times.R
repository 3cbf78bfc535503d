# Days compared with times, and a time that is a key where days are meant.
clock <- dues_with(at = as.POSIXct(dues$paid_on, tz = "UTC") + 60 * (dues$slip %% 1440))
only <- function(condition, table = clock) rlang::inject(by_wharf(table, only = !!condition))

test_that("a day that bounds times is told as its first moment, with what is later on it and what to write", {
  pairs <- list(
    list(quote(at <= "2025-01-31"), quote(at < "2025-02-01"), "for the whole day write < \"2025-02-01\""),
    list(quote(at > "2025-01-31"), quote(at >= "2025-02-01"), "for the days after it write >= \"2025-02-01\""),
    list(quote(between(at, "2025-01-10", "2025-01-31")), quote(at >= "2025-01-10" & at < "2025-02-01"),
      "< \"2025-02-01\""),
    list(quote(at == "2025-01-31"), quote(start_of(at, "day") == "2025-01-31"), "write start_of\\(at, \"day\"\\)")
  )
  for (pair in pairs) {
    expect_told("days_and_times", only(pair[[1]]), only(pair[[2]]), pair[[3]], deparse1(pair[[1]]))
    expect_told("days_and_times", only(pair[[1]]), only(pair[[2]]), "4 entries of that day are later")
  }
})

test_that("times that all are midnights are days, and a moment that is meant is left alone", {
  midnights <- dues_with(at = as.POSIXct(dues$paid_on, tz = "UTC"))
  expect_clean(only(quote(at <= "2025-01-31"), midnights))
  expect_clean(only(quote(at <= "2025-01-31 12:00:00")))
})

test_that("a time as a key is told with its moments and days, and its repair makes a line a day", {
  page <- brief(clock, lines = at, figures = c(dues = sum(due)))
  twin <- brief(clock, lines = c(day = start_of(at, "day")), figures = c(dues = sum(due)))
  expect_told("days_and_times", page, twin, "`at` has 360 different moments of 90 days; for a line a day write")
  expect_equal(draw_up(apply_repair(page, "days_and_times"))$dues, draw_up(twin)$dues)
})
