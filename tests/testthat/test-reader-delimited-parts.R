# A delimited file in parts: the kind of each column is that of all its cells.
test_that("a kind that is settled by one late cell is that in every part, and notes name the rows of the file", {
  lines <- c("a,b", sprintf("%d,%s", 1:3000, ifelse(1:3000 == 2999, "x", "5")))
  path <- written_file(paste0(paste(lines, collapse = "\n"), "\n"), "late.csv")
  parts <- ledger(path, in_parts = 500)
  whole <- ledger(path)
  expect_identical(parts$kinds, whole$kinds)
  got <- draw_up(brief(parts, lines = b, figures = c(n = count())))
  expect_identical(got$n, c(2999L, 1L))
  said <- said_by(draw_up(brief(ledger(path, in_parts = 500, kinds = c(b = "number")), lines = whole(),
    figures = c(s = sum(b)))))
  expect_match(said, "row 2,999, column `b`")
})
