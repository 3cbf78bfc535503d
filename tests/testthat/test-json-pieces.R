# Pieces of JSON: what any reader of JSON reads back.
ns <- asNamespace("idleledger")
read <- function(text) jsonlite::fromJSON(text, simplifyVector = TRUE)

test_that("numbers are read back to the bit, and what is none is a text or null", {
  for (seed in 1:30) {
    x <- withr::with_seed(seed, rnorm(20) * 10^sample(-300:300, 20))
    expect_identical(as.double(read(ns$json_array(ns$json_numbers(x)))), x)
  }
  expect_identical(ns$json_numbers(c(1, NA, NaN, Inf, -0.5)), c("1", "null", "\"NaN\"", "\"Inf\"", "-0.5"))
  expect_identical(ns$json_numbers(c(1L, NA)), c("1", "null"))
  expect_identical(ns$json_numbers(bit64::as.integer64(c("9007199254740993", NA))), c("9007199254740993", "null"))
})

test_that("texts with every sign are read back, and none ends a script", {
  texts <- c(vapply(1:127, function(k) paste0("a", rawToChar(as.raw(k)), "b"), ""), "</script><b>", "\u2028\u2029",
    "\u00e9\U1F600", "\\", "\"", "")
  json <- ns$json_array(ns$json_text(texts))
  expect_identical(read(json), texts)
  safe <- ns$json_in_html(json)
  expect_no_match(safe, "<|\u2028|\u2029")
  expect_identical(read(safe), texts)
})

test_that("records, names and flags make objects, also of nothing", {
  expect_identical(read(ns$json_list(list(list(a = 1, b = "x", c = TRUE), list(a = 2, b = "y", c = FALSE)))),
    data.frame(a = 1:2, b = c("x", "y"), c = c(TRUE, FALSE)))
  expect_identical(ns$json_named(character(), character()), "{}")
  expect_identical(ns$json_arrays(list(c("1", NA), character())), "[[1,null],[]]")
})
