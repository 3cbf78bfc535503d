# The language whose alphabet sorts text.
skip_if_not(capabilities("ICU"))
words <- c("zebra", "\u00e5l", "Apfel", "apfel", "\u00c4pfel", "orm", "\u00f6l")
page <- function(locale, ...) {
  rlang::inject(brief(data.frame(k = words, x = seq_along(words)), lines = k, figures = c(s = sum(x)),
    locale = !!locale, ...))
}

test_that("text stands in the alphabet of the language, and by code point without one", {
  sv <- draw_up(page("sv"))$k
  expect_identical(utils::tail(sv, 3), c("\u00e5l", "\u00c4pfel", "\u00f6l"))
  de <- draw_up(page("de"))$k
  expect_true(match("\u00c4pfel", de) < match("orm", de))
  plain <- draw_up(brief(data.frame(k = words), lines = k, figures = c(n = count())))$k
  expect_identical(plain, sort(words, method = "radix"))
  expect_identical(rev(draw_up(page("sv", order = falling(k)))$k), sv)
})

test_that("what is no language is told", {
  expect_stops(list(list(c("sv", "de"), "takes one value, and this is 2 values"),
    list("swedish!", "one language, such as"),
    list("", "one language"), list(quote(sv), "text in quotes|no column")), page)
})
