# Figures in a query: each is what it is here, or told that it cannot be said.
test_that("every figure that a database can say gives there what it gives here", {
  table <- transform(dues_in_text(), due = replace(due, c(4, 40), NA), goods = replace(goods, 7, NA))
  connection <- lite(dues = table)
  page <- ledger(table, name = "dues")
  said <- 0
  for (call in list(quote(count()), quote(count(goods)), quote(count_missing(goods)), quote(count_distinct(goods)),
    quote(sum(due)), quote(mean(due)),
    quote(min(due)), quote(max(goods)), quote(mean(due, weight = tonnes)), quote(sum(due,
      where = tonnes > 20)), quote(sum(due) / count()),
    quote(any(tonnes > 39)), quote(every(tonnes > 5)), quote(rank_of(15,
      falling(due))), quote(median(due)), quote(percentile(due, 0.9)), quote(var(due)),
    quote(listed(goods, along = slip)), quote(first(goods, along = slip)), quote(last(due,
      along = slip)), quote(nth(goods, 3, along = slip)))) {
    one <- rlang::inject(brief(page, lines = wharf, figures = c(f = !!call)))
    found <- tryCatch(check_of_source(one, connection, FALSE), idle_not_at_source = function(e) NULL)
    if (is.null(found)) next
    said <- said + 1
    expect_identical(found$status, "ties", label = paste(deparse1(call), found$sentence))
  }
  expect_gte(said, 12)
})
