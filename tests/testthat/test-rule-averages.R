# Figures of figures that may not be worked again.
below <- function(call) rlang::inject(brief(dues, lines = wharf, figures = c(f = !!call)))
above <- function(call, outer) rlang::inject(brief(below(call), lines = whole(), figures = c(m = !!outer)))

test_that("an average of averages is told, that of totals is one", {
  for (inner in list(quote(mean(due)), quote(mean(due, where = tonnes > 10)))) {
    expect_told("averages", above(inner, quote(mean(f))), above(quote(sum(due)), quote(mean(f))),
      "an average of averages", deparse1(inner))
  }
})

test_that("totals of medians, ratios, shares and counts of different values do not add up", {
  inner <- list(quote(median(due)), quote(mean(due)), quote(sum(due) / sum(tonnes)), quote(count_distinct(goods)))
  for (one in inner) expect_told("averages", above(one, quote(sum(f))), above(one, quote(max(f))),
    "does not add up to that of the whole", deparse1(one))
  shares <- brief(dues, lines = wharf, figures = c(s = sum(due)), beside = c(p = share(s)))
  expect_told("averages", brief(shares, lines = whole(), figures = c(p = sum(p))),
    brief(shares, lines = whole(), figures = c(p = max(p))), "does not add up")
})
