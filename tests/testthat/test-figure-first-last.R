# First, last and n-th value of a line, along an order or in the order of entry.
test_that("first, last and nth follow an order, up or down; listed joins in it", {
  table <- data.frame(k = c("a", "a", "a", "b", "b"), d = c(3, 1, 2, 5, NA), v = c("x", "y", NA, "x", "x"))
  got <- draw_up(brief(table, lines = k, figures = c(
    f = first(v, along = d), l = last(v, along = d), down = first(v, along = falling(d)), n2 = nth(v, 2, along = d),
    list = listed(v, along = d), back = listed(
      v, sep = "/", along = falling(d)
    ), once = listed(v, distinct = TRUE), nums = listed(d)
  )))
  expect_equal(got$f, c("y", "x"))
  expect_equal(got$l, c("x", "x"))
  expect_equal(got$down, c("x", "x"))
  expect_equal(got$n2, c("x", "x"))
  expect_equal(got$list, c("y, x", "x, x"))
  expect_equal(got$back, c("x/y", "x/x"))
  expect_equal(got$once, c("x, y", "x"))
  expect_equal(got$nums, c("3, 1, 2", "5"))
  expect_match(said_by(brief(table, lines = k, figures = c(n = nth(v, 0)))), "a whole number from 1")
  expect_match(said_by(brief(table, lines = k, figures = c(n = listed(v, sep = v)))), "takes one value")
})
