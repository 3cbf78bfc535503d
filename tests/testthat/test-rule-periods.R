# Keys that are periods of a date: periods without entries, and a first or last one that is not complete.
monthly <- function(table) brief(table, lines = c(month = start_of(paid_on, "month")), figures = c(dues = sum(due)))
two_years <- transform(dues[rep_len(seq_len(360), 1462), ], paid_on = as.Date("2024-01-01") + rep(0:730, each = 2),
  slip = 5000L + seq_len(1462))

test_that("a month between without entries is told, and how many there are", {
  expect_told("periods", monthly(dues[format(dues$paid_on, "%m") != "02", ]), monthly(dues),
    "1 month has no entries, the first 2025-02-01")
  gone <- !(format(two_years$paid_on, "%Y-%m") %in% c("2024-05", "2024-06", "2025-03"))
  expect_told("periods", monthly(two_years[gone, ]), monthly(dues), "3 months have no entries, the first 2024-05-01")
})

test_that("a first or a last month that lacks days is told with the day", {
  expect_told("periods", monthly(dues[1:336, ]), monthly(dues),
    "the last month of `month`, from 2025-03-01, has entries up to 2025-03-25 only and may not be complete")
  expect_told("periods", monthly(dues[-(1:40), ]), monthly(dues),
    "the first month of `month`, from 2025-01-01, has entries from 2025-01-11 on only and may not be complete")
  weekly <- dues[dues$paid_on >= "2025-01-06" & dues$paid_on < "2025-03-31", ]
  by_week <- function(table) brief(table, lines = c(week = start_of(paid_on, "week")), figures = c(dues = sum(due)))
  expect_told("periods", by_week(weekly[seq_len(nrow(weekly) - 12), ]), by_week(weekly), "the last week of `week`")
})

test_that("a year is looked at whichever way it is a key, with a finer part or from another month on", {
  for (keys in list(quote(c(y = year(paid_on))), quote(c(y = year(paid_on), m = month(paid_on))),
    quote(c(y = year(paid_on), q = quarter(paid_on))), quote(c(y = fiscal_year(paid_on, 1))))) {
    by_year <- function(table) rlang::inject(brief(table, lines = !!keys, figures = c(n = count())))
    expect_told("periods", by_year(two_years[-(1103:nrow(two_years)), ]), by_year(two_years), name = deparse1(keys),
      "the last (year|month|quarter) of .* may not be complete")
  }
  from_april <- two_years[two_years$paid_on >= "2024-04-01", ]
  fiscal <- function(table) brief(table, lines = c(y = fiscal_year(paid_on, 4)), figures = c(n = count()))
  expect_told("periods", fiscal(from_april), fiscal(from_april[from_april$paid_on < "2025-04-01", ]),
    "the last year of `y`, from 2025-04-01, has entries up to 2025-12-31 only")
})
