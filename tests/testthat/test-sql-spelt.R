# What a server has no word for is spelt out: percentiles, values by their place, variances.
test_that("what is spelt out gives what the word would give", {
  table <- dues_in_text()
  connection <- lite(dues = table)
  page <- ledger(table, name = "dues")
  for (call in list(quote(median(due)), quote(percentile(due, 0.1)), quote(percentile(tonnes, 1)),
    quote(var_pop(tonnes)), quote(nth(due, 2, along = falling(due))))) {
    one <- rlang::inject(brief(page, lines = wharf, figures = c(f = !!call)))
    found <- tryCatch(check_of_source(one, connection, FALSE), idle_not_at_source = function(e) NULL)
    if (!is.null(found)) expect_identical(found$status, "ties", label = paste(deparse1(call), found$sentence))
  }
})
