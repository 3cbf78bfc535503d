# Dates in the future, too far away to be meant, and days that stand for no day at all.
yearly <- function(table) brief(table, lines = c(year = year(paid_on)), figures = c(dues = sum(due)))
with_day <- function(day, where = c(5, 9)) yearly(dues_at("paid_on", where, as.Date(day)))

test_that("a day that stands for no date is told as one", {
  for (day in c("1900-01-01", "9999-12-31", "1970-01-01", "1899-12-30", "0001-01-01", "2999-12-31")) {
    words <- sprintf("2 values of `paid_on` are %s, which often stands for no date, the first in row 5", day)
    expect_told("dates", with_day(day), yearly(dues), words, day)
  }
  early <- transform(dues, paid_on = paid_on - 125 * 365)
  expect_false(any(grepl("stands for no date", findings(yearly(replace(early, "paid_on",
    replace(early$paid_on, 5, as.Date("1900-01-01")))))$sentence)))
})

test_that("a day of the future, and one centuries away, are told with the last of them", {
  expect_told("dates", with_day("2031-05-05", 5), yearly(dues),
    "1 value of `paid_on` is in the future, the last 2031-05-05, the first in row 5")
  expect_told("dates", with_day(c("2031-05-05", "2032-05-05")), yearly(dues),
    "2 values of `paid_on` are in the future, the last 2032-05-05")
  expect_told("dates", with_day("0205-02-03"), yearly(dues), "more than 300 years from 1970, such as 0205-02-03")
  today <- findings(yearly(dues_at("paid_on", 5, Sys.Date())))
  expect_false("dates" %in% today$rule)
})
