# What is wrong with delimited text, told with file, row and column.
says <- function(text, ...) said_by(ledger(written_file(text, "odd.csv"), ...))

test_that("ragged rows, open quotes, double names and bad bytes are told by their place", {
  expect_match(says("a,b\n1,2\n3\n"), "odd.csv.*(row|line) [23]")
  expect_match(says("a,b\n1,2\n3,4,5\n"), "odd.csv.*(row|line) [23].*3|more")
  expect_match(says("a,b\n1,\"open\n2,3\n"), "odd.csv.*quote")
  expect_match(says("a,a\n1,2\n"), "`a` stands twice, in columns 1 and 2")
  expect_match(says("a,\n1,2\n"), "column 2 has no name")
  expect_match(says(as.raw(c(charToRaw("a,b\n1,"), 0xe9, charToRaw("\n")))), "odd.csv.*UTF-8.*latin1")
  expect_match(says(as.raw(c(charToRaw("a,b\n1,x"), 0, charToRaw("y\n")))), "odd.csv")
})
