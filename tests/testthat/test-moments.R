# Days and instants: periods, clocks and zones, against base R for days and hours of every kind.

zones <- c("UTC", "Europe/London", "America/New_York", "Australia/Lord_Howe", "Asia/Kathmandu")

test_that("a period begins at or before its day, in the same period, and nowhere between", {
  days <- as.Date("1896-02-27") + c(0:800, 38000:38900, 47000:47800)
  for (unit in c("week", "month", "quarter", "year")) {
    got <- as.data.frame(draw_up(eval(bquote(brief(data.frame(d = days), columns = c(s = start_of(d, .(unit)),
      again = start_of(start_of(d, .(unit)), .(unit))))))))
    expect_true(all(got$s <= got$d), info = unit)
    expect_identical(got$again, got$s, info = unit)
    wanted <- as.Date(cut(days, unit, start.on.monday = TRUE))
    expect_equal(as.double(got$s), as.double(wanted), info = unit)
  }
})

test_that("months before clamp at their ends, and days before are that many days", {
  days <- as.Date("2023-12-25") + 0:500
  table <- data.frame(d = days, x = seq_along(days))
  for (n in c(1, 2, 12)) {
    got <- as.data.frame(draw_up(eval(bquote(brief(table, columns = c(v = earlier(x, months(.(n)), along = d)))))))
    back <- vapply(as.list(days), function(d) {
      first <- seq(as.Date(format(d, "%Y-%m-01")), by = sprintf("-%d months", n), length.out = 2)[2]
      last <- seq(first, by = "month", length.out = 2)[2] - 1
      as.double(min(first + as.integer(format(d, "%d")) - 1, last))
    }, 1)
    expect_equal(got$v, match(back, as.double(days)), info = n)
  }
})

test_that("a day beside an hour is its midnight in the hour's own zone, through the change of clocks", {
  for (zone in zones) {
    hours <- as.POSIXct("2025-03-08", tz = zone) + 3600 * seq(0, 24 * 35, by = 5)
    table <- data.frame(t = hours, d = as.Date(format(hours, "%Y-%m-%d")) + rep_len(c(-1, 0, 1), length(hours)))
    got <- as.data.frame(draw_up(brief(table, columns = c(after = t >= d, day = as_date(t), same = as_date(t) == d))))
    midnight <- as.POSIXct(format(table$d), tz = zone)
    expect_identical(got$after, as.double(hours) >= as.double(midnight), info = zone)
    expect_equal(got$day, as.Date(format(hours, "%Y-%m-%d")), info = zone)
    expect_identical(got$same, as.Date(format(hours, "%Y-%m-%d")) == table$d, info = zone)
  }
})
