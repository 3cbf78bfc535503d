# A statement as a ledger: its lines, without its subtotals.
test_that("the lines of a statement are its entries, and subtotals are left alone with a note", {
  statement <- draw_up(brief(dues, lines = c(wharf, goods), figures = c(s = sum(due)), footing = rollup(wharf, goods)))
  page <- brief(statement, lines = goods, figures = c(t = sum(s)))
  expect_equal(draw_up(page)$t, as.vector(tapply(dues$due, dues$goods, sum)))
  expect_match(flat(draw_up(page)), "subtotal")
  plain <- brief(draw_up(by_wharf()), lines = whole(), figures = c(t = sum(dues)))
  expect_equal(draw_up(plain)$t, sum(dues$due))
  expect_true(all_tie(tie_out(plain)))
})
