# The table after each section.
test_that("what is printed is what stages() prints", {
  path <- dues_file()
  said <- program("stages", path, "--columns", "each = due / tonnes", "--only", "due > 5", "--lines", "wharf",
    "--figures", "n = count()")
  own <- brief(ledger(path), columns = c(each = due / tonnes), only = due > 5, lines = wharf, figures = c(n = count()))
  expect_identical(said$out, lines_printed(stages(own)))
  for (words in c("After `columns`", "After `only`", "After `lines`", "After `figures`")) {
    expect_match(paste(said$out, collapse = "\n"), words, fixed = TRUE)
  }
  expect_refused("no column `du`", "stages", path, "--only", "du > 5")
})
