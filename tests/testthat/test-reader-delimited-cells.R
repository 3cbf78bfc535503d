# Delimited text opened: what is no text is told, and each column is read as all of its cells are.
opened <- function(bytes, ...) ledger(written_file(bytes, "t.csv"), ...)

test_that("what is no text is told with what it is", {
  starts <- list("workbook or another zip" = "504b0304", "Parquet" = "50415231", "SQLite" = "53514c6974652066",
    "PDF" = "255044462d", "old workbook" = "d0cf11e0a1b11ae1")
  for (what in names(starts)) {
    hex <- starts[[what]]
    bytes <- as.raw(strtoi(substring(hex, seq(1, nchar(hex), 2), seq(2, nchar(hex), 2)), 16L))
    expect_match(said_by(opened(c(bytes, charToRaw("a,b\n1,2\n")))), what, ignore.case = TRUE)
  }
  wide <- unlist(lapply(charToRaw("a,b\n1,2\n3,4\n"), function(byte) c(byte, as.raw(0))))
  expect_match(said_by(opened(wide)), "UTF-16 without a mark.*encoding = \"UTF-16LE\"")
  expect_match(said_by(opened(as.raw(c(0:8, 14:31, 65:90)))), "binary file")
  expect_match(said_by(opened("\n\n\n")), "nothing but blank lines")
})

test_that("a column is a number only if each cell is, and NA is missing where it is not text", {
  got <- opened("a,b,c,d\n1,NA,x,1\n2,3,NA,2\nNA,4,,x\n")
  table <- as.data.frame(got)
  expect_identical(table$a, c(1, 2, NA) |> as.vector(), ignore_attr = TRUE)
  expect_identical(as.numeric(table$b), c(NA, 3, 4))
  expect_identical(table$c, c("x", "NA", NA))
  expect_identical(table$d, c("1", "2", "x"))
  expect_match(paste(look(got)$traps, collapse = " ") |> paste(flat(got)), "NA in 1 cell, first in row")
})
