# How a brief is worked: at once, in parts or by groups, with the same lines.
test_that("whichever way a page is worked, its lines are the same", {
  page <- function(source) {
    brief(source, columns = c(before = lag(toll, along = c(passed_on, passage), per = lock)),
      only = toll > 0, lines = lock,
      figures = c(n = count(), b = sum(before)), footing = rollup(lock), order = falling(n))
  }
  whole <- as.data.frame(draw_up(page(tolls)))
  expect_equal(as.data.frame(draw_up(page(ledger(tolls, in_parts = 5000)))), whole, ignore_attr = TRUE)
  memory_for_nothing()
  expect_equal(as.data.frame(draw_up(page(ledger(tolls, in_parts = 5000)))), whole, ignore_attr = TRUE)
})
