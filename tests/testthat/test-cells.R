# Values as texts.

test_that("numbers are never written as a negative zero", {
  for (digits in 0:3) {
    expect_no_match(idleledger:::number_text(c(-0, -1e-9, 1e-9, -0.4 * 10^-digits), digits), "-", fixed = TRUE)
    expect_match(idleledger:::number_text(-0.6 * 10^-digits, digits), "-", fixed = TRUE)
  }
  expect_identical(idleledger:::cell_texts(c(-0.001, 5.25)), c("0.00", "5.25"))
  shown <- draw_up(brief(data.frame(x = c(-1e-12, 1.5)), lines = x, layout = money(x)))
  expect_no_match(flat(shown), "-0.00", fixed = TRUE)
})

test_that("thousands, large numbers, no numbers and 64-bit whole numbers", {
  expect_identical(idleledger:::number_text(c(1234567.5, -1e15, NaN, Inf, -Inf), 1),
    c("1,234,567.5", "-1.000000e+15", "not a number", "infinite", "-infinite"))
  expect_identical(idleledger:::number_text(bit64::as.integer64("-9007199254740993"), 0), "-9,007,199,254,740,993")
  expect_identical(idleledger:::key_texts(c(2025, 1999, NA)), c("2025", "1999", "(missing)"))
})

test_that("numbers of any size are written as C writes them, with a mark at thousands", {
  x <- withr::with_seed(1, c(0, 999, 999.4, 999.995, 1000, -999.5, -0.004, NA, runif(2000, -1, 1) * 10^runif(2000, -3,
    14.9)))
  for (decimals in 0:6) {
    expected <- trimws(formatC(x, format = "f", digits = decimals, big.mark = ","))
    expected[!is.na(x) & abs(x) < 0.5 * 10^-decimals] <- formatC(0, format = "f", digits = decimals)
    expect_identical(idleledger:::number_text(x, decimals), expected, info = decimals)
  }
  for (n in c(0, 1, 999, 1000, 12345678, 0.5)) {
    expect_identical(idleledger:::big_mark(n), format(n, big.mark = ",", scientific = FALSE, trim = TRUE))
  }
})
