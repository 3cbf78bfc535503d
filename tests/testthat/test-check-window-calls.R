# Calls of windows: where they have a place, their group and their order.
test_that("a window where there are no rows to look at says where it belongs", {
  for (page in list(quote(brief(dues, lines = wharf, figures = c(x = running(sum(due))))),
    quote(brief(dues, lines = wharf, figures = c(x = sum(lag(due, along = slip))))))) {
    expect_match(said_by(eval(page)), "(running|lag)\\(\\) looks at all rows of a table at once.*Write it in `columns`",
      label = deparse1(page))
  }
})

test_that("a window that goes by an order asks for one, with a date where there is one", {
  for (call in list(quote(running(sum(due))), quote(lag(due)), quote(rolling(mean(due), 7)), quote(carried(due)))) {
    expect_match(said_by(rlang::inject(brief(dues, beside = c(x = !!call)))),
      "goes by an order, and none is given.*along = paid_on, or along = entered\\(\\)", label = deparse1(call))
    expect_match(said_by(rlang::inject(brief(dues["due"], beside = c(x = !!call)))), "along = a_date")
  }
})

test_that("the page's own group and order stand in where a window has none, and its own win", {
  own <- brief(dues, beside = c(x = running(sum(due), per = wharf, along = slip)))
  page <- brief(dues, per = wharf, along = slip, beside = c(x = running(sum(due))))
  expect_identical(draw_up(page)$x, draw_up(own)$x)
  over_all <- brief(dues, per = wharf, along = slip, beside = c(x = running(sum(due), per = whole(),
    along = falling(slip))))
  expect_equal(draw_up(over_all)$x, rev(cumsum(rev(dues$due))))
  entered <- brief(dues, per = wharf, along = slip, beside = c(x = running(sum(due), per = whole(), along = entered())))
  expect_equal(draw_up(entered)$x, cumsum(dues$due))
})

test_that("a rolling figure needs a width", {
  expect_match(said_by(brief(dues, beside = c(x = rolling(sum(due), along = slip)))), "needs a width")
})
