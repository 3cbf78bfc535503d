# Subtotals of the page below, which are no entries of this one.
test_that("a page over a footed page says how many subtotals it leaves alone, and adds up the lines", {
  below <- function(...) brief(dues, lines = wharf, figures = c(s = sum(due)), ...)
  above <- function(page) brief(page, lines = whole(), figures = c(s = sum(s)))
  for (footing in list(quote(rollup(wharf)), quote(cube(wharf)))) {
    page <- above(rlang::inject(below(footing = !!footing)))
    expect_told("subtotals_below", page, above(below()), "1 subtotal; this page is drawn up from its lines alone")
    expect_equal(draw_up(page)$s, sum(dues$due))
  }
})
