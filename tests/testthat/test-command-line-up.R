# Lists side by side.
test_that("the lists are those of line_up(), in the order asked for", {
  path <- demo_table("locks", as = "path")
  own <- lines_printed(draw_up(line_up(ledger(path), lock, under = reach)), lines = Inf)
  expect_identical(program("line-up", path, "--value", "lock", "--under", "reach")$out, own)
  lists <- program("line-up", path, "--value", "lock", "--under", "reach", "--along", "falling(lock)", "--as",
    "csv")$out
  locks <- demo_table("locks")
  upper <- readr::read_csv(I(lists), show_col_types = FALSE)[["Upper"]]
  expect_identical(upper[!is.na(upper)], sort(locks$lock[locks$reach %in% "Upper"], decreasing = TRUE))
})

test_that("both columns are needed, and one that is not there is told", {
  path <- demo_table("locks", as = "path")
  expect_refused("line-up needs --value COLUMN", "line-up", path, "--under", "reach")
  expect_refused("line-up needs --under COLUMN", "line-up", path, "--value", "lock")
  expect_refused("no column `lok`. Did you mean `lock`", "line-up", path, "--value", "lok", "--under", "reach")
})
