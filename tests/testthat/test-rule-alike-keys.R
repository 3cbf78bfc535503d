# Keys that differ and print alike, so that a reader sees one line twice.
by_rate <- function(digits, ...) {
  rlang::inject(brief(dues, lines = rate, figures = c(due = sum(due)), layout = c(decimals(rate, !!digits), due), ...))
}

test_that("keys that decimals make alike are told, with how many lines and the first of them", {
  expect_told("alike_keys", by_rate(1), by_rate(2), "1 line prints like another, the first in line 2; .* of `rate`")
  expect_told("alike_keys", by_rate(0), by_rate(2), "2 lines print like another, the first in line 3")
})

test_that("a text that is the word for missing is not the missing key", {
  mixed <- dues_at("wharf", c(5, 6), c("(missing)", NA))
  expect_told("alike_keys", by_wharf(mixed), by_wharf(), "1 line prints like another")
})

test_that("lines that another key tells apart, or of which the key is not shown, are none of this rule's", {
  both <- brief(dues, lines = c(rate, goods), figures = c(due = sum(due)), layout = c(decimals(rate, 0), goods, due))
  expect_clean(both)
  hidden <- brief(dues, lines = c(goods, rate), figures = c(due = sum(due)), layout = c(decimals(rate, 0), due))
  expect_false("alike_keys" %in% findings(hidden)$rule)
  one <- brief(dues[dues$rate == 0.5, ], lines = rate, figures = c(due = sum(due)), layout = c(decimals(rate, 0), due))
  expect_clean(one)
})
