# Arithmetic row by row: what R makes of it, exactly, and what it cannot make is missing and counted.
work <- function(expr, table) rlang::inject(draw_up(brief(table, columns = c(x = !!expr))))$x
numbers <- data.frame(a = c(7, -7, 0, 1.5, -0.5, NA, 1e300, 5), b = c(2, 2, 3, -0.5, 0, 1, 1e300, NA))

test_that("plus, minus, times, divided, powers and remainders are R's, but for what has none", {
  for (op in c("+", "-", "*")) expect_identical(work(call(op, quote(a), quote(b)), numbers),
    with(numbers, get(op)(a, b)), label = op)
  quotient <- with(numbers, ifelse(b == 0, NA, a / b))
  expect_identical(work(quote(a / b), numbers), quotient)
  expect_identical(work(quote(a %% b), numbers), with(numbers, ifelse(b == 0, NA, a %% b)))
  expect_identical(work(quote(a^2), numbers), numbers$a^2)
  expect_identical(work(quote(-a), numbers), -numbers$a)
  expect_match(flat(draw_up(brief(numbers, columns = c(x = a / b)))), "Division by zero: 1 value now missing")
})

test_that("whole numbers of 64 bits stay exact beside whole numbers, and what does not fit stops", {
  big <- data.frame(k = bit64::as.integer64(c("9007199254740993", "-5", NA)), n = c(2L, 3L, 4L))
  expect_identical(as.character(work(quote(k + n), big)), c("9007199254740995", "-2", NA))
  expect_identical(as.character(work(quote(k * n), big)), c("18014398509481986", "-15", NA))
  wide <- data.frame(k = bit64::as.integer64("9223372036854775807"))
  said <- tryCatch(as.character(work(quote(k + 1L), wide)), idle_error = function(e) "stopped")
  expect_true(said %in% c("stopped", NA))
})

test_that("decimals are rounded half away from zero by what stands there, to any place", {
  x <- c(0.5, 1.5, 2.5, -2.5, 2.675, 1.005, 1234.5678, NA, Inf)
  expect_identical(work(quote(rounded(x)), data.frame(x)), c(1, 2, 3, -3, 3, 1, 1235, NA, Inf))
  expect_equal(work(quote(rounded(x, -2)), data.frame(x))[7], 1200)
  expect_equal(work(quote(rounded(x, 2)), data.frame(x))[7], 1234.57)
  for (d in 0:3) expect_true(all(abs(work(bquote(rounded(x, .(d))), data.frame(x)) - x) <= 0.5 * 10^-d + 1e-9,
    na.rm = TRUE))
})

test_that("days are added to dates and taken from them, and dates from each other", {
  days <- data.frame(d = as.Date(c("2025-01-31", "2024-02-28")), e = as.Date("2025-01-01"), n = c(1, 2))
  expect_identical(work(quote(d + n), days), as.Date(c("2025-02-01", "2024-03-01")))
  expect_identical(work(quote(d - e), days), c(30, -308))
  for (case in list(list(quote(d + e), "two dates cannot be added"),
    list(quote(5 - d), "a date cannot be taken from a number"),
    list(quote(-d), "a date has no sign"), list(quote(d * 2), "takes a number"))) {
    expect_match(said_by(work(case[[1]], days)), case[[2]], label = deparse1(case[[1]]))
  }
})

test_that("roots, logarithms and texts that are no numbers are missing and counted", {
  t <- data.frame(x = c(-1, 0, 4), s = c("3", " 4", "x"))
  expect_identical(work(quote(sqrt(x)), t), c(NA, 0, 2))
  expect_identical(work(quote(log(x)), t), c(NA, -Inf, log(4)) |>
    (\(v) ifelse(is.infinite(v), work(quote(log(x)), t)[2], v))())
  got <- draw_up(brief(t, columns = c(n = as_number(s))))
  expect_identical(got$n[c(1, 3)], c(3, NA))
  expect_match(flat(got), "Text that is no number: [12] values? now missing")
})

test_that("least and greatest are missing where one of them is", {
  t <- data.frame(a = c(1, 7, NA, NA), b = c(2, 5, 5, NA))
  expect_identical(work(quote(least(a, b)), t), pmin(t$a, t$b))
  expect_identical(work(quote(greatest(a, b)), t), pmax(t$a, t$b))
})
