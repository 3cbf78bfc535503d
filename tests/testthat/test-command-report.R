# A report from the command line: written whole, and 1 where something differs.
page <- c(demo_table("tolls", as = "path"), "--lines", "reach", "--figures", "receipts = sum(toll)")

test_that("a report is written, and ends with 1 where something differs", {
  skip_if_not_installed("htmltools")
  folder <- withr::local_tempdir()
  path <- file.path(folder, "a.html")
  said <- program("report", page, "--write", path, "--picture=no")
  expect_identical(said$status, 0L)
  expect_match(said$err, "Wrote a report of tolls.csv by reach to", all = FALSE)
  expect_match(paste(readLines(path, encoding = "UTF-8"), collapse = ""), "Ties out: ", fixed = TRUE)
  expect_identical(program("report", page, "--write", path, "--picture=no", "--control", "receipts = 1")$status, 1L)
  expect_match(paste(readLines(path, encoding = "UTF-8"), collapse = ""), "Does not tie out", fixed = TRUE)
  expect_match(program("report", page)$err, "--write receipts.html", all = FALSE)
  expect_identical(program("report", page, "--write", path, "--picture=no", "--quiet")$err, character())
})
