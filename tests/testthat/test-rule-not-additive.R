# Running totals, rolling totals and shares of figures that do not add up.
lined <- function(call, window) {
  rlang::inject(brief(dues, lines = paid_on, figures = c(m = !!call), beside = c(t = !!window)))
}

test_that("running and rolling totals of what does not add up are told with what it is", {
  for (call in list(quote(median(due)), quote(mean(due)), quote(count_distinct(goods)),
    quote(sum(due) / sum(tonnes)))) {
    what <- if (identical(call[[1]], quote(`/`))) "worked from several figures" else paste0(deparse1(call[[1]]), " of")
    for (total in list(quote(running(sum(m), along = paid_on)), quote(rolling(sum(m), 7, along = paid_on)))) {
      expect_told("not_additive", lined(call, total), lined(call, quote(running(max(m), along = paid_on))),
        "`t` adds up `m`, which does not add up \\(", deparse1(call))
    }
    expect_match(findings(lined(call, total))$sentence, "which does not add up", all = FALSE)
  }
})

test_that("totals, and the values of entries themselves, add up", {
  for (call in list(quote(sum(due)), quote(count()), quote(max(due)), quote(first(due)))) {
    expect_clean(lined(call, quote(running(sum(m), along = paid_on))), deparse1(call))
  }
})
