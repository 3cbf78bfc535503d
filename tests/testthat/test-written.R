# Values as texts that read as the same values again.
ns <- asNamespace("idleledger")

test_that("numbers, dates and times are read back to the bit", {
  for (seed in 1:30) {
    x <- withr::with_seed(seed, rnorm(30) * 10^sample(-300:300, 30))
    expect_identical(as.numeric(ns$number_written(x)), x)
  }
  days <- as.Date(c("0001-01-01", "0205-02-03", "2024-02-29", "9999-12-31", NA))
  expect_identical(as.Date(ns$moment_written(days)), days)
  times <- as.POSIXct(c(0, 1e9, 1.5e9 + 0.25, -1e9, NA), origin = "1970-01-01", tz = "Europe/Oslo")
  written <- ns$moment_written(times)
  expect_match(written[!is.na(written)], "^[0-9]{4}-[0-9]{2}-[0-9]{2}T.*[+-][0-9]{2}:[0-9]{2}$")
  expect_identical(is.na(written), is.na(times))
})

test_that("constants are what R makes the same value of", {
  for (value in list(1L, 1 / 3, NA, "a\"b\\n", TRUE, as.Date("0205-02-03"), bit64::as.integer64("9007199254740993"),
    c(a = 1, b = NA), c("x", NA))) {
    again <- eval(parse(text = ns$constant_text(value)))
    expect_equal(again, value, label = ns$constant_text(value))
    expect_identical(class(again), class(value))
  }
})

test_that("texts in JSON are read back with every sign", {
  texts <- c("\"", "\\", "a\nb", "\t", "\001", "\u00e9\U1F600", "", "/")
  expect_identical(jsonlite::fromJSON(paste0("[", paste(ns$json_text(texts), collapse = ","), "]")), texts)
  for (k in c(1:31, 127)) {
    one <- paste0("\u00e9", rawToChar(as.raw(k)))
    expect_identical(ns$json_text(c("a", one)), c("\"a\"", sprintf("\"\u00e9\\u%04x\"", k)), label = k)
  }
})
