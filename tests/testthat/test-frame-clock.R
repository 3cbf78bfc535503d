# Frames of the calendar: by whole periods where dates are starts of periods, and by the clock.
months <- seq(as.Date("2023-01-01"), by = "month", length.out = 30)

rolled <- function(dates, width, values = seq_along(dates)) {
  table <- data.frame(d = dates, x = values)
  draw_up(rlang::inject(brief(table, along = d, beside = c(s = rolling(sum(x), !!width)))))
}

# The slow way: a frame holds the periods up to this one, and is full when so many have begun.
by_periods <- function(period, width, values) {
  vapply(seq_along(period), function(i) {
    if (period[i] - width + 1 < min(period)) return(NA_real_)
    sum(values[period > period[i] - width & period <= period[i]])
  }, 1)
}

test_that("frames of months, quarters and years are full with their last period, in gaps and in any order", {
  withr::local_seed(5)
  number <- function(d) as.integer(format(d, "%Y")) * 12 + as.integer(format(d, "%m"))
  cases <- list(
    list(dates = months, size = 1, widths = list(quote(months(12)), quote(months(3)), quote(quarters(2)),
      quote(years(1))),
      n = c(12, 3, 6, 12)),
    list(dates = months[seq(1, 30, 3)], size = 3, widths = list(quote(months(12)), quote(quarters(1)), quote(years(2))),
      n = c(4, 1, 8)),
    list(dates = as.Date(sprintf("%d-04-01", 2010:2024)), size = 12, widths = list(quote(years(1)), quote(years(5)),
      quote(months(24))), n = c(1, 5, 2))
  )
  for (case in cases) for (k in seq_along(case$widths)) for (gaps in c(FALSE, TRUE)) {
    dates <- if (gaps) case$dates[-c(4, 5)] else case$dates
    dates <- dates[sample(length(dates))]
    values <- as.double(sample(1000, length(dates)))
    found <- rolled(dates, case$widths[[k]], values)
    period <- number(found$d) %/% case$size
    expect_equal(found$s, by_periods(period, case$n[k], found$x), label = paste(case$size, deparse(case$widths[[k]]),
      gaps))
  }
  weeks <- as.Date("2024-01-01") + 7 * 0:20
  expect_equal(rolled(weeks, quote(weeks(4)))$s, c(NA, NA, NA, vapply(4:21, function(i) sum((i - 3):i), 1)))
})

test_that("a month without a line is a gap, and days of other dates are none", {
  expect_no_match(flat(rolled(months, quote(months(12)))), "without")
  expect_match(flat(rolled(months[-13], quote(months(12)))),
    "12 frames have months without a line|months without an entry")
  days <- as.Date("2024-01-05") + 0:400
  expect_identical(which(!is.na(rolled(days, quote(months(12)))$s))[1], 366L)
  expect_true(all_tie(tie_out(brief(data.frame(d = months[-13], x = 1), along = d, beside = c(a = rolling(sum(x),
    months(12)), b = rolling(mean(x), behind = months(2), ahead = months(1)), c = rolling(max(x), quarters(1)))))))
})

test_that("hours and minutes: frames, spans, steps and calendars against plain seconds", {
  withr::local_seed(6)
  start <- as.POSIXct("2025-03-29 20:00:00", tz = "Europe/London")
  for (round in 1:12) {
    grid <- c(3600, 60, 0.25)[1 + round %% 3]
    at <- start + cumsum(sample(c(0, 1, 2, 9), 40, TRUE)) * grid
    x <- as.double(sample(100, 40))
    width <- sample(c(1, 3, 5), 1)
    minutes <- if (grid == 3600) width * 60 else width
    page <- rlang::inject(brief(data.frame(at, x), along = at, beside = c(s = rolling(sum(x), minutes(!!minutes),
      partial =
      TRUE, together = FALSE), e = earlier(x, minutes(!!minutes)), r = run_of(at, step = minutes(!!minutes)))))
    found <- draw_up(page)
    t <- as.double(at)
    within <- vapply(seq_along(t), function(i) sum(x[t > t[i] - 60 * minutes & t <= t[i]]), 1)
    expect_equal(found$s, within)
    before <- match(round(t * 1e6) - 6e7 * minutes, round(t * 1e6))
    expect_equal(found$e, x[before])
    expect_equal(found$r, 1L + cumsum(c(FALSE, diff(t) > 60 * minutes)))
    expect_true(all_tie(tie_out(page)))
  }
  hours <- brief(data.frame(at = start + 3600 * c(0, 1, 4), x = 1), prepare = fill_calendar(at, "hour"), order = at)
  expect_identical(as.double(draw_up(hours)$at), as.double(start + 3600 * 0:4))
  quarter <- brief(data.frame(at = start + 900 * c(0, 2), x = 1), prepare = fill_calendar(at, minutes(15)), order = at)
  expect_identical(nrow(draw_up(quarter)), 3L)
  by_hour <- draw_up(brief(data.frame(at = start + c(0, 1800, 3600), x = 1), lines = c(h = start_of(at, "hour")),
    figures = c(n = count())))
  expect_identical(by_hour$n, c(2L, 1L))
  expect_true(all_tie(tie_out(by_hour)))
})

test_that("the clock stands on times alone", {
  dates <- data.frame(d = months, x = 1)
  expect_match(said_by(brief(dates, along = d, beside = c(s = rolling(sum(x), hours(3))))), "goes by times")
  expect_match(said_by(brief(dates, along = d, beside = c(s = earlier(x, hours(3))))), "goes by times")
  expect_match(said_by(brief(dates, beside = c(s = run_of(d, step = minutes(3))))), "needs a date with time")
  expect_match(said_by(brief(dates, prepare = fill_calendar(d, hours(1)))), "goes along times, not along dates")
  expect_match(said_by(brief(dates, prepare = fill_calendar(d, "hour"))), "`step` is \"day\"")
  expect_match(said_by(brief(dates, lines = c(h = start_of(d, "hour")))), "knows no unit \"hour\"")
  times <- data.frame(t = as.POSIXct("2025-01-01", tz = "Asia/Kolkata") + 1:2)
  expect_match(said_by(brief(times, prepare = fill_calendar(t, minutes(7)))), "no whole number of them")
  expect_match(said_by(draw_up(brief(times, prepare = fill_calendar(t, "hour")))), "not a whole number of steps")
})
