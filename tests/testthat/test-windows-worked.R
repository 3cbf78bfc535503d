# Groups and orders of windows: worked once for all that share them, ties told.
test_that("windows of one group and order share one sort, and give what each gives alone", {
  calls <- list(a = quote(running(sum(due), per = wharf, along = slip)), b = quote(lag(due, per = wharf, along = slip)),
    c = quote(rank(due, per = wharf)),
    d = quote(rolling(mean(due), 5, per = wharf, along = slip)))
  together <- rlang::inject(draw_up(brief(dues, beside = !!as.call(c(quote(c), calls)))))
  for (name in names(calls)) {
    alone <- rlang::inject(draw_up(brief(dues, beside = c(x = !!calls[[name]]))))
    expect_identical(together[[name]], alone$x, label = name)
  }
})

test_that("rows that tie are told where that decides, with how many", {
  table <- data.frame(k = c(1, 1, 2, 3, 3, 3), x = 1:6)
  said <- attr(draw_up(brief(table, beside = c(r = running(sum(x), along = k)))), "idle")$notes
  expect_match(said, "5 .*tie", all = FALSE)
  none <- attr(draw_up(brief(table, beside = c(r = running(sum(x), along = x)))), "idle")$notes
  expect_length(grep("tie", none), 0)
})
