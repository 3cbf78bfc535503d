# What can be a source, and what is asked of each.
test_that("a path, a data frame, a ledger, a page and a statement give the same entries", {
  path <- dues_file()
  sources <- list(path, dues, ledger(path), ledger(dues), brief(dues), draw_up(brief(dues)),
    ledger(path, in_parts = 50), ledger(dues, in_parts = 50))
  for (source in sources) {
    expect_equal(draw_up(brief(source, lines = wharf, figures = c(s = sum(due))))$s, draw_up(by_wharf())$dues)
    expect_identical(draw_up(brief(source, lines = whole(), figures = c(n = count())))$n, 360L)
  }
})

test_that("what is no source is told", {
  for (wrong in list(5, NULL, TRUE, list(1), "nosuch.csv", c("a.csv", "b.csv"), function(x) x, NA)) {
    expect_error(brief(wrong, lines = a), class = "idle_error", label = deparse1(wrong))
  }
})
