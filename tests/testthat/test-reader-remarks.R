# What a reader remarks on columns that it keeps as text.
remark <- function(cells, ...) {
  flat(ledger(written_file(paste0("v,k\n", paste0("\"", cells, "\",1", collapse = "\n"),
    "\n"), "t.csv"), ...))
}

test_that("a column that is nearly of a kind is told with the cell that is not, and how to read it", {
  expect_match(remark(c(1:200, "two")), "`v` is kept as text, because not all of it is numbers: \"two\" in row 201")
  expect_match(remark(c(1:200, "n/a")), "n/a.*missing = c\\(\"\", \"n/a\"\\)")
  expect_match(remark(sprintf("%02d/01/2025", 1:28)), "date\\(\"%d/%m/%Y\"\\)|date")
  expect_match(remark(sprintf("\u20ac %d.50", 1:50)), "money\\(\\)")
  expect_match(remark(sprintf("%d,50", 1:50)), "decimal|locale|marks")
  expect_match(remark(sprintf("%d%%", 1:50)), "percent\\(\\)")
  expect_no_match(remark(letters), "kept as text")
})
