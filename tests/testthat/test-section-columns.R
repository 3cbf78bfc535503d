# Columns worked out for each entry, one after another.

test_that("a column that takes the place of another is the one that later windows see", {
  table <- data.frame(x = c(3, 1, 2), y = 1:3)
  drawn <- draw_up(brief(table, columns = c(
    before = rank(falling(x)), total = sum(x), x = -x, after = rank(falling(x)), turned = sum(x)
  )))
  expect_identical(drawn$before, c(1L, 3L, 2L))
  expect_identical(drawn$after, c(3L, 1L, 2L))
  expect_equal(drawn$total, rep(6, 3))
  expect_equal(drawn$turned, rep(-6, 3))
})

test_that("a column needs a name of its own, and may use those before it", {
  expect_match(said_by(brief(tolls, columns = toll * 2)), "needs a name")
  expect_match(said_by(brief(tolls, columns = c(a = toll, a = 1))), "`a` is given twice")
  expect_equal(draw_up(brief(data.frame(x = 1:2), columns = c(y = x + 1, z = y * 2)))$z, c(4, 6))
})
