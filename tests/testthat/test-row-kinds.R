# Row functions through the section `columns`, against base R.
work_out <- function(table, ...) as.data.frame(draw_up(brief(table, columns = c(...))))

test_that("arithmetic, rounding and division by zero keep to their rules", {
  table <- data.frame(x = c(7, -7, 0, NA), y = c(2, 0, 5, 1), i = c(2147483647L, 1L, 2L, NA))
  got <- draw_up(brief(table, columns = c(
    q = x / y, r = x %% y, p = x^2 - -y, w = i + 1L, a = abs(x), s = sqrt(x), g = greatest(x, y, 3), l = least(x, y)
  )))
  expect_equal(got$q, c(3.5, NA, 0, NA))
  expect_equal(got$r, c(1, NA, 0, NA))
  expect_equal(got$p, table$x^2 + table$y)
  expect_equal(got$w[1], 2147483648)
  expect_equal(got$s, c(sqrt(7), NA, 0, NA))
  expect_equal(got$g, pmax(table$x, table$y, 3))
  expect_match(printed(got), "Division by zero: 2 values now missing")
  halves <- work_out(
    data.frame(x = c(0.5, 1.5, 2.5, -2.5, 2.675, 1.005, 2.4999, 1e300)), a = rounded(x), b = rounded(x, 2)
  )
  expect_equal(halves$a, c(1, 2, 3, -3, 3, 1, 2, 1e300))
  expect_equal(halves$b[5:6], c(2.68, 1.01))
})

test_that("choices, bands and missing values", {
  table <- data.frame(x = c(1, 10, 19.5, NA), s = c("a", NA, "c", "d"))
  got <- work_out(table,
    size = case(when(x < 5, "small"), when(x < 15, s), otherwise = "large"),
    band = bands(x, at = c(10, 20)), own = bands(x, c(2), labels = c("lo", "hi")),
    filled = or_else(s, "none"), gone = is_missing(x), n = case(when(s == "a", 1L))
  )
  expect_identical(got$size, c("small", NA, "large", "large"))
  expect_identical(as.character(got$band), c("under 10", "10 to under 20", "10 to under 20", NA))
  expect_identical(levels(got$band), c("under 10", "10 to under 20", "20 and over"))
  expect_identical(as.character(got$own), c("lo", "hi", "hi", NA))
  expect_identical(got$filled, c("a", "none", "c", "d"))
  expect_identical(got$gone, c(FALSE, FALSE, FALSE, TRUE))
  expect_equal(got$n, c(1, NA, NA, NA))
})

test_that("comparison is by value, text by code point, whichever way it is held", {
  table <- data.frame(a = c("B", "a", NA, "\u00e9"), b = c("a", "a", "z", "f"), f = factor(c("x", "y", "x", NA)))
  got <- work_out(table,
    less = a < b, same = a == b, under = a < "a", over = "a" < a, set = a %in% c("B", "z"), f2 = f == "x",
    range = between(a, "B", "b"), not = !(a == b) & f != "y"
  )
  expect_identical(got$less, c(TRUE, FALSE, NA, FALSE))
  expect_identical(got$same, c(FALSE, TRUE, NA, FALSE))
  expect_identical(got$under, c(TRUE, FALSE, NA, FALSE))
  expect_identical(got$over, c(FALSE, FALSE, NA, TRUE))
  expect_identical(got$set, c(TRUE, FALSE, NA, FALSE))
  expect_identical(got$f2, c(TRUE, FALSE, TRUE, NA))
  expect_identical(got$range, c(TRUE, TRUE, NA, FALSE))
  expect_identical(got$not, c(TRUE, FALSE, NA, NA))
})

test_that("text functions work on each text, missing stays missing", {
  table <- data.frame(s = c(" Tarn  Foot ", "LOCK", NA), t = c("x", NA, "y"), n = c(1.5, 2, NA))
  got <- work_out(table,
    u = upper(s), l = lower(s), t2 = trimmed(s), j = joined(s, t, sep = "-"), k = joined("n:", n, sep = ""),
    len = text_length(s), st = starts_with(s, "LO"), en = ends_with(s, "K"), co = contains(s, "n  F"),
    re = replaced(s, "o", "0"), ch = characters(s, 2, 3), nn = as_text(n), back = as_number(as_text(n))
  )
  expect_identical(got$t2, c("Tarn Foot", "LOCK", NA))
  expect_identical(got$j, c(" Tarn  Foot -x", NA, NA))
  expect_identical(got$k, c("n:1.5", "n:2", NA))
  expect_identical(got$len, c(12L, 4L, NA))
  expect_identical(got$co, c(TRUE, FALSE, NA))
  expect_identical(got$re, c(" Tarn  F00t ", "LOCK", NA))
  expect_identical(got$ch, c("Ta", "OC", NA))
  expect_identical(got$back, table$n)
})

test_that("date functions agree with base R, dates move by days", {
  days <- as.Date(c("2024-02-29", "2021-01-03", NA, "1969-12-31", "2025-04-01"))
  times <- as.POSIXct("2025-03-30 23:30:00", tz = "America/New_York") + 3600 * 0:4
  got <- work_out(data.frame(d = days, t = times),
    y = year(d), q = quarter(d), m = month(d), dd = day(d), w = week(d), wy = week_year(d), wd = weekday(d),
    fy = fiscal_year(d, starts = 4), som = start_of(d, "month"), sow = start_of(t, "week"), later = d + 30,
    gap = d - as_date("2024-01-01"), td = as_date(t), before = d < "2024-01-01"
  )
  expect_identical(got$y, as.integer(format(days, "%Y")))
  expect_identical(got$w, as.integer(format(days, "%V")))
  expect_identical(got$wy, as.integer(format(days, "%G")))
  expect_identical(got$wd, as.integer(format(days, "%u")))
  expect_identical(got$fy, c(2024L, 2021L, NA, 1970L, 2026L))
  expect_equal(got$som, as.Date(format(days, "%Y-%m-01")))
  expect_equal(got$later, days + 30)
  expect_equal(got$gap, as.numeric(days - as.Date("2024-01-01")))
  expect_equal(got$td, as.Date(times, tz = "America/New_York"))
  expect_identical(got$before, days < as.Date("2024-01-01"))
})
