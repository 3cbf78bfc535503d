# A page drawn up from a page: what may not be averaged or added up again, for every figure and window below.
test_that("each kind of column below is told where it is added up or averaged, but those that may be", {
  below <- list(
    m = quote(mean(due)), md = quote(median(due)), s = quote(sum(due)), n = quote(count()), v = quote(sd(due)),
    hi = quote(max(due)), d = quote(count_distinct(goods)), r = quote(sum(due) / sum(tonnes))
  )
  page <- rlang::inject(brief(dues, lines = c(wharf, goods), figures = !!as.call(c(quote(c), below)),
    beside = c(part = share(s), place = rank(s), to_date = running(sum(s), along = goods, per = wharf),
      before = lag(s, along = goods, per = wharf))))
  notes <- function(call) {
    above <- rlang::inject(brief(page, lines = wharf, figures = c(f = !!call)))
    said <- findings(above)
    any(said$rule %in% "averages")
  }
  for (name in c("m", "md", "v", "d", "r", "part", "place", "to_date")) {
    expect_true(notes(call("sum", as.name(name))), label = paste("sum of", name))
    expect_false(notes(call("max", as.name(name))), label = paste("max of", name))
  }
  for (name in c("s", "n", "before")) expect_false(notes(call("sum", as.name(name))), label = paste("sum of", name))
  expect_true(notes(quote(mean(m))))
  expect_false(notes(quote(mean(s))))
})

test_that("entries of the ledger itself are never told", {
  expect_clean(brief(dues, lines = wharf, figures = c(m = mean(due))))
})
