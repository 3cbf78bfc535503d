# Months, quarters and weeks without their year, over entries of several years.
years <- transform(dues[rep_len(seq_len(360), 1462), ], paid_on = as.Date("2024-01-01") + rep(0:730, each = 2),
  slip = 5000L + seq_len(1462))
by <- function(keys, table = years) rlang::inject(brief(table, lines = !!keys, figures = c(n = count())))

test_that("each part of a year without its year is told with how many are mixed, and its repair adds the year", {
  whole_weeks <- years[years$paid_on < "2025-12-29", ]
  cases <- list(
    list(quote(c(m = month(paid_on))), quote(c(y = year(paid_on), m = month(paid_on))), "12 of 12 months", years),
    list(quote(c(q = quarter(paid_on), wharf)), quote(c(y = year(paid_on), q = quarter(paid_on), wharf)),
      "4 of 4 quarters", years),
    list(quote(c(w = week(paid_on))), quote(c(y = week_year(paid_on), w = week(paid_on))), "5[0-9] of 5[0-9] weeks",
      whole_weeks)
  )
  for (case in cases) {
    page <- by(case[[1]], case[[4]])
    expect_told("years_mixed", page, by(case[[2]], case[[4]]), name = deparse1(case[[1]]),
      sprintf("without its year, and %s hold entries of several \\(2024 to 2025\\)", case[[3]]))
    expect_false("years_mixed" %in% findings(apply_repair(page, "years_mixed"))$rule)
  }
  expect_false("years_mixed" %in% findings(by(quote(c(m = month(paid_on))), dues))$rule)
})

test_that("weeks beside the calendar's year are told where the turn of a year falls in one", {
  turn <- transform(dues, paid_on = paid_on - 23)
  turn <- turn[turn$paid_on < "2025-03-03", ]
  expect_told("years_mixed", by(quote(c(y = year(paid_on), w = week(paid_on))), turn),
    by(quote(c(y = week_year(paid_on), w = week(paid_on))), turn), "week_year\\(\\) fits")
})

test_that("names of months are told where the dates beside them run over a year", {
  named <- dues_with(table = years, month = factor(month.abb[as.integer(format(years$paid_on, "%m"))], month.abb))
  found <- findings(by(quote(month), named))
  expect_match(found$sentence[found$rule == "years_mixed"],
    "the key `month` names months or quarters, by `paid_on` 12 of them of several years")
})
