# A statement as texts in cells.
ns <- asNamespace("idleledger")

test_that("cells are what is printed, for some rows with the decimals of all", {
  statement <- draw_up(brief(dues, lines = c(wharf, goods), figures = c(s = sum(due), m = mean(due)),
    footing = rollup(wharf, goods)))
  all <- ns$page_cells(statement)
  some <- ns$page_cells(statement, 3:5, ns$decimals_of(statement, ns$layout_shown(statement)))
  for (k in 3:4) expect_identical(some$texts[[k]], all$texts[[k]][3:5])
  text <- printed(statement, lines = Inf)
  for (cell in unlist(all$texts)) if (nzchar(cell)) expect_match(text, cell, fixed = TRUE)
  expect_identical(all$right, c(FALSE, FALSE, TRUE, TRUE))
})

test_that("columns of a figure side by side have the same decimals, and empty cells are blank", {
  table <- data.frame(a = c("x", "x", "y"), b = c("p", "q", "p"), v = c(1, 2.25, 10))
  cells <- ns$page_cells(draw_up(brief(table, lines = c(a, b), figures = c(v = sum(v)), abreast = b)))
  expect_identical(cells$texts[[2]], c("1.00", "10.00"))
  expect_identical(cells$texts[[3]], c("2.25", ""))
})
