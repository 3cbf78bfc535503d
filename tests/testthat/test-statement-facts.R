# What a statement knows of itself.
test_that("a statement keeps its brief, its source, its counts and when it was drawn up", {
  page <- by_wharf(only = due > 5, title = "Dues")
  before <- Sys.time()
  statement <- draw_up(page)
  facts <- attr(statement, "idle")
  expect_identical(facts$brief$checked, page$checked)
  expect_match(flat(statement), "^Dues ")
  expect_equal(c(facts$read, facts$used), c(360, sum(dues$due > 5)))
  expect_true(facts$drawn_up >= before - 1 && facts$drawn_up <= Sys.time() + 1)
  expect_identical(facts$version, as.character(utils::packageVersion("idleledger")))
})

test_that("a part of a statement knows it still, and a plain data frame does not", {
  statement <- draw_up(by_wharf())
  expect_identical(attr(statement[1:2, ], "idle")$brief, attr(statement, "idle")$brief)
  expect_null(attr(as.data.frame(statement), "idle"))
})
