# The statement of a page that has been worked.
test_that("columns are those of the page, in its order, with rows as they are shown", {
  page <- brief(dues, lines = c(wharf, goods), figures = c(n = count(), s = sum(due)), beside = c(p = share(s)),
    show = top(5, s), order = falling(s))
  statement <- draw_up(page)
  expect_identical(names(statement), c("wharf", "goods", "n", "s", "p"))
  sums <- sort(tapply(dues$due, paste(dues$wharf, dues$goods), sum), decreasing = TRUE)[1:5]
  expect_equal(statement$s, as.vector(sums))
  expect_identical(paste(statement$wharf, statement$goods), names(sums))
  expect_identical(row.names(as.data.frame(statement)), as.character(1:5))
})

test_that("columns that nothing touched come back as they were, to the class", {
  table <- random_table(30, 96)
  got <- as.data.frame(draw_up(brief(table)))
  expect_identical(got, table)
})
