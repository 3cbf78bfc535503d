# Windows in a query.
test_that("every window that a database can say gives there what it gives here", {
  table <- dues_in_text()
  connection <- lite(dues = table)
  page <- ledger(table, name = "dues")
  said <- 0
  for (call in list(quote(rank(falling(due))), quote(dense_rank(goods, per = wharf)), quote(row_number(slip)),
    quote(percent_rank(due)), quote(cume_dist(due, per = wharf)),
    quote(ntile(7, slip)), quote(lag(due, along = slip, per = wharf)), quote(lead(due, 2,
      along = slip)), quote(first_value(due, along = slip, per = goods)),
    quote(running(sum(tonnes), along = slip)), quote(rolling(mean(tonnes), 5, along = slip)), quote(rolling(sum(tonnes),
      3, along = slip, partial = TRUE)),
    quote(share(due, per = wharf)), quote(sum(due, per = goods)), quote(nth_value(due, 2, along = slip,
      per = wharf)), quote(carried(due, along = slip)))) {
    one <- rlang::inject(brief(page, beside = c(x = !!call), order = slip))
    found <- tryCatch(check_of_source(one, connection, FALSE), idle_not_at_source = function(e) NULL)
    if (is.null(found)) next
    said <- said + 1
    expect_identical(found$status, "ties", label = paste(deparse1(call), found$sentence))
  }
  expect_gte(said, 10)
})
