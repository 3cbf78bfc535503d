# Constants as text that a file may carry, and back, without running anything.
ns <- asNamespace("idleledger")
back <- function(value) ns$constant_read(ns$constant_written(value), "")

test_that("every kind of constant comes back to the bit, with names and missing values", {
  values <- list(
    1, -0.1, 1 / 3, 5e-324, 1.7976931348623157e308, Inf, -Inf, 0L, NA_integer_, -2147483647L, NA_real_, TRUE, NA,
    "plain", "with \"quotes\", \\ and \n", "\u00e9\u4e2d\U1F600", "", NA_character_, as.Date("2025-02-28"), as.Date(NA),
    as.Date("0205-02-03"), as.POSIXct(1e9 + 0.25, origin = "1970-01-01", tz = "Europe/Oslo"),
    bit64::as.integer64("9223372036854775807"), c(a = 1, b = 2), c("x", NA, "y"), c(`odd name` = "v", `if` = "w"),
    c(1L, NA, 3L), as.Date(c("2025-01-01", NA))
  )
  for (value in values) {
    again <- back(value)
    expect_identical(class(again), class(value), label = ns$constant_written(value))
    expect_identical(as.vector(unclass(again)), as.vector(unclass(value)), label = ns$constant_written(value))
    expect_identical(names(again), names(value))
  }
  for (seed in 1:20) {
    x <- withr::with_seed(seed, rnorm(5) * 10^sample(-300:300, 5))
    expect_identical(back(x), x)
  }
})

test_that("nothing but constants is read, and nothing is run", {
  for (text in c("system('id')", "x", "c(1, y)", "(1)", "1 + 1", "function() 1", "c", "as_date", "quote(a)", "1; 2", "",
    "as_date(\"2025-01-01\", 2)", "`c`(1, b)", "-\"a\"", "whole(1, 2)", "if (TRUE) 1", "base::c(1)")) {
    expect_match(said_by(ns$constant_read(text, "Here: ")), "^Here: .*is no constant", label = text)
  }
  expect_match(said_by(ns$constant_written(list(1))), "cannot be written")
  expect_match(said_by(ns$constant_written(1i)), "cannot be written")
})
