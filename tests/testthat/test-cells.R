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

test_that("a half goes away from zero wherever a number is rounded: on the page, in a cell, in money, as a value", {
  halves <- c(14036.5, 2.5, 3.5, 0.5, -0.5, -2.5, 1e13 + 0.5)
  expected <- sign(halves) * (floor(abs(halves)) + 1)
  page <- draw_up(brief(data.frame(x = halves), columns = c(r = rounded(x, 0)), layout = c(decimals(x, 0), r)))
  expect_identical(page$r, expected)
  expect_identical(idleledger:::number_text(halves, 0), idleledger:::number_text(expected, 0))
  # Cents that no double holds: the sign of the error of the stored number must not show.
  cents <- withr::with_seed(2, sample(1e6, 3000)) + 0.5
  x <- as.double(sprintf("%.3f", cents / 100))
  expect_identical(idleledger:::number_text(x, 2), idleledger:::number_text((cents + 0.5) / 100, 2))
  expect_identical(idleledger:::round_half_out(x, 2), (cents + 0.5) / 100)
  # What is no half is not made one, however large.
  expect_identical(idleledger:::round_half_out(c(219272772114497.44, 14707270442923.301), c(0, 2)),
    c(219272772114497, 14707270442923.3))
  path <- withr::local_tempfile(fileext = ".html")
  report(brief(data.frame(k = c("a", "b"), x = c(2.5, 14036.5)), lines = k, figures = c(s = sum(x)), layout = c(k,
    decimals(s, 0))), path)
  expect_match(paste(readLines(path), collapse = " "), ">3<.*>14,037<")
})

test_that("all doubles are printed, in every output, from the smallest to the largest", {
  wild <- data.frame(k = letters[1:6], x = c(1.7e308, -1.7976931348623157e308, 5e-324, -1e-310, 0.5, 1e15))
  expect_match(flat(look(wild)), "1.700000e\\+308")
  page <- brief(wild, lines = k, figures = c(s = sum(x), m = mean(x)), beside = c(r = rank(falling(s))))
  expect_true(all_tie(tie_out(page)))
  expect_match(flat(page), "5.000000e-324|0.00")
  for (end in c(".html", ".xlsx", ".csv", ".json", ".parquet", ".md")) {
    path <- withr::local_tempfile(fileext = end)
    if (end == ".html") report(page, path) else write_statement(draw_up(page), path)
    expect_gt(file.size(path), 100, label = end)
    if (end %in% c(".csv", ".parquet")) expect_identical(as.data.frame(ledger(path))$s, wild$x, label = end)
  }
  tiny <- brief(data.frame(k = c("a", "b"), x = c(1e-310, 2e-310)), lines = k, figures = c(s = sum(x)))
  expect_match(flat(tiny), "1.000000e-310")
  expect_match(flat(differences(tiny, data.frame(k = c("a", "b"), s = c(1e-310, 3e-310)))),
    "3.000000e-310.*1.000000e-310")
})

test_that("numbers of any size are written as C writes them, with a mark at thousands", {
  x <- withr::with_seed(1, c(0, 999, 999.4, 1000, -0.004, NA, runif(2000, -1, 1) * 10^runif(2000, -3,
    14.9)))
  for (decimals in 0:6) {
    expected <- trimws(formatC(x, format = "f", digits = decimals, big.mark = ","))
    expected[!is.na(x) & abs(x) < 0.5 * 10^-decimals] <- formatC(0, format = "f", digits = decimals)
    clear <- is.na(x) | abs((abs(x) * 10^decimals) %% 1 - 0.5) > 0.01
    expect_identical(idleledger:::number_text(x, decimals)[clear], expected[clear], info = decimals)
  }
  for (n in c(0, 1, 999, 1000, 12345678, 0.5)) {
    expect_identical(idleledger:::big_mark(n), format(n, big.mark = ",", scientific = FALSE, trim = TRUE))
  }
})
