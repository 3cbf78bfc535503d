# Functions of text, letter by letter, on every kind of text.
texts <- data.frame(t = c("Ash", "\u00e9LAN", "", NA, "a.b*c", "\U1F600x\U1F600", "stra\u00dfe", "a  b", "x\ty"),
  p = c("A", "\u00e9", "a", "b", ".", "\U1F600", "\u00df", " ", NA))
work <- function(expr) rlang::inject(draw_up(brief(texts, columns = c(x = !!expr))))$x

test_that("capitals, length and parts are those of characters, not of bytes", {
  expect_identical(work(quote(upper(t))), toupper(texts$t))
  expect_identical(work(quote(lower(t))), tolower(texts$t))
  expect_identical(work(quote(text_length(t))), ifelse(is.na(texts$t), NA, nchar(texts$t)))
  expect_identical(work(quote(characters(t, 1, 2))), substr(texts$t, 1, 2))
  expect_identical(work(quote(characters(t, 2, 99))), substr(texts$t, 2, 99))
})

test_that("beginnings, ends and parts are looked for as they stand, never as a pattern", {
  found <- function(fn) {
    mapply(function(t, p) if (is.na(t) || is.na(p)) NA else fn(t, p), texts$t, texts$p,
      USE.NAMES = FALSE)
  }
  expect_identical(work(quote(starts_with(t, p))), found(startsWith))
  expect_identical(work(quote(ends_with(t, p))), found(endsWith))
  expect_identical(work(quote(replaced(t, ".", "!"))), gsub(".", "!", texts$t, fixed = TRUE))
  expect_identical(work(quote(replaced(t, "*c", ""))), gsub("*c", "", texts$t, fixed = TRUE))
})

test_that("texts are joined with any sign, and what is missing anywhere is missing", {
  expect_identical(work(quote(joined(t, "-", p, sep = ""))),
    ifelse(is.na(texts$t) | is.na(texts$p), NA, paste0(texts$t, "-", texts$p)))
  expect_identical(draw_up(brief(dues[1:2, ], columns = c(x = joined(slip, paid_on, sep = "/"))))$x,
    paste0(dues$slip[1:2], "/", dues$paid_on[1:2]))
})

test_that("any value becomes the text that is printed in full", {
  values <- data.frame(n = c(1.5, 1e15, 1 / 3), d = as.Date(c("2025-01-31", NA, "0205-02-03")), b = c(TRUE, NA, FALSE))
  got <- draw_up(brief(values, columns = c(a = as_text(n), e = as_text(d), f = as_text(b))))
  expect_equal(as.numeric(got$a), values$n, tolerance = 1e-14)
  expect_identical(got$e, c("2025-01-31", NA, "0205-02-03"))
  expect_identical(got$f, c("TRUE", NA, "FALSE"))
})

test_that("what takes text says so of numbers", {
  for (fn in c("upper", "lower", "text_length", "trimmed")) {
    if (!idleledger:::has_room("row", fn)) next
    expect_match(said_by(rlang::inject(brief(dues, columns = c(x = !!call(fn, quote(due)))))),
      "takes text, and `due` is a number")
  }
})
