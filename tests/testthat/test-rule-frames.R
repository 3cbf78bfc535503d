# Frames of rolling figures that do not hold what they promise.
gap <- dues[!dues$paid_on %in% as.Date(c("2025-01-12", "2025-02-02")), ]

test_that("rows that span more days than rows, and days that are not there, are told", {
  expect_told("frames", by_day(gap, x = rolling(sum(dues), 7, along = paid_on)),
    by_day(dues, x = rolling(sum(dues), 7, along = paid_on)), "7 rows span up to 8 days")
  expect_told("frames", by_day(gap, x = rolling(mean(dues), days(7), along = paid_on, partial = TRUE)),
    by_day(dues, x = rolling(mean(dues), days(7), along = paid_on, partial = TRUE)), "divides by the days present")
})

test_that("seven behind and this one are eight, and a frame that is hardly ever full is told", {
  expect_told("frames", by_day(dues, x = rolling(sum(dues), behind = 7, along = paid_on)),
    by_day(dues, x = rolling(sum(dues), behind = 6, along = paid_on)), "seven behind and this one make 8 rows")
  expect_told("frames", by_day(dues, x = rolling(sum(dues), 60, along = paid_on)),
    by_day(dues, x = rolling(sum(dues), 60, along = paid_on, partial = TRUE)), "59 frames are not full")
})
