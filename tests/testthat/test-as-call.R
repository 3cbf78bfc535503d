# The R call of a brief makes the same page.
made_again <- function(page, ...) {
  scope <- list2env(list(...), parent = globalenv())
  eval(parse(text = unclass(as_call(page))), scope)
  scope$page
}

test_that("a page, its pages below, its tables, values and given values come back", {
  least <- 5
  names_kept <- c("Alder", "Brook")
  berths <- data.frame(wharf = c("Alder", "Brook"), berth = 1:2)
  pages <- list(
    by_wharf(dues, only = due > least & wharf %in% names_kept), by_day(dues,
      w = rolling(mean(dues), 7, along = paid_on)),
    brief(dues, prepare = bring_in(berths, match = wharf), lines = berth, figures = c(n = count())),
    supply(brief(dues, only = due > given(least), lines = wharf), least = 20),
    brief(dues, lines = c(wharf, goods), figures = c(s = sum(due)), abreast = columns_of(goods, totals = "both"))
  )
  for (page in pages) {
    again <- made_again(page, entries = dues, table = dues, dues = dues, berths = berths)
    expect_identical(again$checked, page$checked)
    expect_equal(as.data.frame(draw_up(again)), as.data.frame(draw_up(page)))
  }
})

test_that("a statement gives the call of its brief, printing shows it, and anything else is told", {
  page <- by_wharf()
  expect_identical(as_call(draw_up(page)), as_call(page))
  expect_identical(capture.output(print(as_call(page))), unclass(as_call(page)))
  for (wrong in list(dues, 3, NULL, "page")) expect_match(said_by(as_call(wrong)), "brief")
})
