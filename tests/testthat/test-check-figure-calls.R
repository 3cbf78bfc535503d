# Calls of figures, lifted out of the expression that they stand in.
test_that("a figure where there is nothing to gather says where it belongs", {
  expect_match(said_by(brief(dues, only = due > mean(due))),
    "mean\\(\\) gathers entries, and there is nothing to gather here.*mean\\(..., per = whole\\(\\)\\)")
  expect_match(said_by(brief(dues, lines = c(x = sum(due)))), "gathers entries")
  expect_match(said_by(brief(dues, lines = wharf, figures = c(x = sum(mean(due))))),
    "A figure of a figure is a page of its own")
  expect_identical(draw_up(brief(dues, only = due > mean(due, per = whole())))$due, dues$due[dues$due > mean(dues$due)])
})

test_that("the same figure is worked once, wherever it stands", {
  page <- brief(dues, lines = wharf, figures = c(each = sum(due) / count(), s = sum(due), twice = 2 * sum(due),
    n = count()))
  statement <- draw_up(page)
  expect_equal(statement$each, statement$s / statement$n)
  expect_equal(statement$twice, 2 * statement$s)
  ids <- unlist(lapply(page$checked$figures, function(part) names(idleledger:::figures_in(part$node))))
  expect_length(unique(ids), 2)
})

test_that("every figure says which kinds it takes, and takes a condition that is one", {
  for (name in c("sum", "mean", "median", "sd", "percentile")) {
    call <- as.call(c(as.name(name), quote(wharf), if (name == "percentile") 0.5))
    expect_match(said_by(rlang::inject(brief(dues, lines = goods, figures = c(x = !!call)))),
      sprintf("%s\\(\\) takes a number.*, and `wharf` is text", name))
  }
  expect_match(said_by(brief(dues, lines = goods, figures = c(x = sum(due, where = tonnes)))),
    "sum\\(\\) takes a condition, and `tonnes` is a number")
  expect_match(said_by(brief(dues, lines = goods, figures = c(x = percentile(due, 90)))), "For 90 write 0.9")
  expect_match(said_by(brief(dues, lines = goods, figures = c(x = sum(due, tonnes)))), "sum")
})

test_that("a figure beside rows is that of its group, and of all without one", {
  page <- brief(dues, columns = c(of_wharf = max(due, per = wharf), of_all = max(due)))
  drawn <- draw_up(page)
  expect_equal(drawn$of_wharf, stats::ave(dues$due, dues$wharf, FUN = max))
  expect_equal(drawn$of_all, rep(max(dues$due), 360))
})
