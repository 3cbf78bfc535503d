# The entries in hand as a table that expressions and windows work on.
test_that("a window without a group on entries names what could make one: no measured number, nothing made", {
  page <- brief(dues, columns = c(big = due > 10), beside = c(k = row_number(falling(due))))
  drawn <- idleledger:::work_brief(page)
  expect_setequal(idleledger:::columns_for_groups(drawn$entries), c("wharf", "goods"))
  expect_match(said_by(draw_up(brief(dues, lines = c(paid_on, wharf), figures = c(n = count()),
    beside = c(k = running(sum(n), along = paid_on))))), "Add per = wharf to it")
})

test_that("what a window reports is said of the column that it stands in, once", {
  page <- brief(dues, columns = c(a = row_number(goods), b = row_number(goods)))
  notes <- attr(draw_up(page), "idle")$notes
  expect_length(grep("tie", notes), 1)
  expect_match(grep("tie", notes, value = TRUE), "a.*b")
})
