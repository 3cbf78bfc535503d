# Names that promise a width that the frame has not.
named <- function(name, window) {
  beside <- as.call(c(quote(c), stats::setNames(list(window), name)))
  rlang::inject(brief(brief(dues, lines = paid_on, figures = c(dues = sum(due))), beside = !!beside))
}
runs <- quote(running(mean(dues), along = paid_on))
rows <- function(n) bquote(rolling(mean(dues), .(n), along = paid_on))

test_that("a running figure under the name of a width is told, one under its own name is not", {
  for (name in c("week", "rolling", "avg_7", "moving_average", "last_30_days", "ma7")) {
    expect_told("widths", named(name, runs), named("to_date", runs), name = name,
      sprintf("`%s` runs from the first row on, and its name promises a width; say rolling", name))
  }
  for (name in c("to_date", "so_far", "cumulated", "running_mean", "h7", "mean_of_all")) expect_clean(named(name, runs),
    name)
})

test_that("a frame of another width than its name says is told with both", {
  for (width in c(6, 8)) expect_told("widths", named("avg_7", rows(width)), named("avg_7", rows(7)), name = width,
    sprintf("`avg_7` promises 7 and its frame holds %d rows", width))
  expect_clean(named("week_1", quote(rolling(mean(dues), days(7), along = paid_on))))
  expect_told("widths", named("last_30_days", quote(rolling(mean(dues), days(28), along = paid_on))),
    named("last_28_days", quote(rolling(mean(dues), days(28),
      along = paid_on))), "promises 30 and its frame holds 28 days")
})

test_that("a year or a month to date that runs on over its end is told", {
  for (unit in c("year", "month")) {
    days <- data.frame(day = as.Date("2024-12-20") + 0:30, x = 1:31)
    name <- if (unit == "year") "ytd" else "month_to_date"
    page <- function(per) {
      window <- if (per) bquote(running(sum(x), along = day, per = start_of(day, .(unit)))) else
        quote(running(sum(x), along = day))
      rlang::inject(brief(days, beside = !!as.call(c(quote(c), stats::setNames(list(window), name)))))
    }
    expect_told("widths", page(FALSE), page(TRUE), sprintf("runs on over the turn of the %s; begin anew", unit), unit)
  }
})
