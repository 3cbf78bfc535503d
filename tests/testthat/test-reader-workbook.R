# Workbooks: each cell in its kind.
test_that("workbooks give each cell in its kind, and name merged cells, formulas without values and dates as numbers", {
  skip_if_not_installed("openxlsx")
  skip_if_not_installed("readxl")
  table <- data.frame(n = c(1.5, NA, 3), word = c("007", NA, " x "), day = as.Date("2024-02-28") + 0:2,
    paid_on = c(45000, 45001, NA), ok = c(TRUE, NA, FALSE))
  path <- written_workbook(function(book) openxlsx::writeData(book, 1, table))
  book <- ledger(path)
  expect_equal(as.data.frame(book), table)
  expect_match(flat(look(book)),
    "`paid_on` holds whole numbers such as 45000, which may be dates.*kinds = c\\(paid_on = \"date\"\\)")
  expect_identical(as.data.frame(ledger(path, kinds = c(paid_on = "date")))$paid_on,
    as.Date(c("2023-03-15", "2023-03-16", NA)))
  odd <- written_workbook(function(book) {
    openxlsx::writeData(book, 1, data.frame(k = c("a", "b", "c"), x = c(1, 2, 3)))
    openxlsx::writeData(book, 1, "n/a", startCol = 2, startRow = 3)
    openxlsx::mergeCells(book, 1, cols = 1, rows = 2:3)
    openxlsx::writeFormula(book, 1, "1+1", startCol = 2, startRow = 6)
    openxlsx::addWorksheet(book, "Second")
    openxlsx::writeData(book, 2, data.frame(z = 9), startCol = 2, startRow = 3)
  })
  said <- flat(look(ledger(odd)))
  expect_match(said, "merged range \\(A2:A3\\): the value stands in the first cell only")
  expect_match(said, "1 formula without a value \\(B6\\)")
  expect_match(said, "`x` has cells of several kinds and is kept as text: \"n/a\" in row 3 of the sheet is a text")
  expect_match(said, "has 2 sheets; this is the first, \"First\". Another: sheet = \"Second\"")
  expect_identical(as.data.frame(ledger(odd, sheet = "Second", range = "B3:B4")), data.frame(z = 9))
  for (sheet in list(2, "2")) expect_identical(as.data.frame(ledger(odd, sheet = sheet, range = "B3:B4"))$z, 9)
  expect_match(said_by(ledger(odd, sheet = "Secnd")), "no sheet \"Secnd\". Did you mean `Second`")
  expect_match(said_by(ledger(odd, kinds = c(x = "number"))), "row 2, column `x`: \"n/a\" is no number")
  expect_match(said_by(ledger(written_file("a,b\n1,2\n", "x.xlsx"))), "x.xlsx cannot be read")
})
