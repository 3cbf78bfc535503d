# Parts of dates and starts of periods, against the calendar of base R over four centuries.
days <- data.frame(d = as.Date("1799-12-25") + c(0:800, withr::with_seed(1, sample(0:160000, 600))))
work <- function(expr) rlang::inject(draw_up(brief(days, columns = c(x = !!expr))))$x
part <- function(form) as.integer(format(days$d, form))

test_that("each part of a date is that of the calendar", {
  forms <- list(year = "%Y", month = "%m", day = "%d", week = "%V", week_year = "%G", weekday = "%u")
  for (name in names(forms)) expect_identical(work(call(name, quote(d))), part(forms[[name]]), label = name)
  expect_identical(work(quote(quarter(d))), (part("%m") - 1L) %/% 3L + 1L)
  for (starts in 1:12) {
    expect_identical(work(bquote(fiscal_year(d, .(starts)))),
      part("%Y") + as.integer(starts > 1 & part("%m") >= starts))
  }
})

test_that("each period starts where the calendar says", {
  for (unit in c("day", "week", "month", "quarter", "year")) {
    expected <- switch(unit, day = days$d, week = days$d - part("%u") + 1, month = as.Date(format(days$d, "%Y-%m-01")),
      quarter = as.Date(sprintf("%d-%02d-01", part("%Y"), 3L * ((part("%m") - 1L) %/% 3L) + 1L)),
      year = as.Date(format(days$d, "%Y-01-01")))
    expect_identical(as.numeric(work(bquote(start_of(d, .(unit))))), as.numeric(expected), label = unit)
  }
  expect_match(said_by(work(quote(start_of(d, "fortnight")))), "knows no unit \"fortnight\".*day, week, month")
  expect_match(said_by(work(quote(fiscal_year(d, 13)))), "takes a month, 1 to 12")
})

test_that("a time counts as its day in its own zone", {
  at <- as.POSIXct(c("2025-03-30 00:30:00", "2025-12-31 23:30:00"), tz = "Europe/Oslo")
  utc <- at
  attr(utc, "tzone") <- "UTC"
  got <- draw_up(brief(data.frame(at = at, utc = utc), columns = c(a = day(at), b = day(utc), y = year(at),
    d = as_date(at))))
  expect_identical(got$a, c(30L, 31L))
  expect_identical(got$b, c(29L, 31L))
  expect_identical(got$d, as.Date(c("2025-03-30", "2025-12-31")))
})

test_that("a date out of text is one that is written out, any other is missing and counted", {
  texts <- c("2025-03-31", "2025-02-30", "2025-3-1", "31/03/2025", " 2025-03-31", "", NA, "0205-02-03", "20250331")
  statement <- draw_up(brief(data.frame(t = texts), columns = c(d = as_date(t))))
  expect_identical(statement$d, as.Date(c("2025-03-31", NA, NA, NA, NA, NA, NA, "0205-02-03", NA)))
  expect_match(flat(statement), "Text that is no date: 6 values now missing")
})
