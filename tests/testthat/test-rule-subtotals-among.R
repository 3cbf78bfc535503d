# The subtotals of a statement that was handed on, read again as entries.
own <- function(...) {
  as.data.frame(draw_up(brief(dues, lines = c(wharf, goods), figures = c(due = sum(due)), ...)))
}
by_goods <- function(table) brief(table, lines = goods, figures = c(s = sum(due)))

test_that("subtotals and totals among entries are counted, and a repair leaves the lines", {
  footed <- own(footing = rollup(wharf, goods))
  expect_told("subtotals_among", by_goods(footed), by_goods(own()),
    "5 entries are subtotals or totals of a statement, by `line_kind`, the first in row")
  mended <- apply_repair(by_goods(footed), "subtotals_among")
  expect_equal(draw_up(mended)$s, draw_up(by_goods(own()))$s)
  total <- own(footing = sets(c(wharf, goods), whole()))
  expect_told("subtotals_among", by_goods(total), by_goods(own()), "1 entry is a subtotal or total")
})
