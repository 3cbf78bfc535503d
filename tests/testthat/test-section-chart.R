# The section that says which picture a page has.
made <- function(chart) rlang::inject(by_wharf(chart = !!chart))

test_that("a kind is named alone or with what it shows, and the page goes on as before", {
  for (chart in list(quote(bars), quote(bars()), quote(bars(dues)), quote(bars(dues, most = 5)))) {
    expect_identical(made(chart)$checked$chart$kind, "bars")
    expect_equal(as.data.frame(draw_up(made(chart))), as.data.frame(draw_up(by_wharf())))
  }
  expect_match(printed(made(quote(bars(dues)))), "Draw bars\\(dues\\)")
})

test_that("what is wrong with it is told when the page is made", {
  expect_stops(list(
    list(quote(pies(dues)), "there is no kind of chart `pies`.*help\\(\"charts\"\\)"),
    list(quote(bars(due)), "no column `due`|no single value"), list(quote(bars(wharf)),
      "bars\\(\\) takes a number, and `wharf` is text"),
    list(quote(bars(dues, most = 1)), "`most` takes a number from 2, and got 1"),
    list(quote(bars(dues, mst = 5)), "no argument `mst`"), list(quote(c(bars(dues), steps(dues))),
      "a page has one picture"),
    list(quote(bars(dues, most = "all")), "`most` takes a number from 2")
  ), made)
})
