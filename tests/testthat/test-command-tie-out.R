# The checks of a statement; ends with 1 where something differs.
page <- function(path) c(path, "--lines", "wharf", "--figures", "s = sum(due)")

test_that("a page that ties ends with 0, and what differs with 1", {
  path <- dues_file()
  tied <- program("tie-out", page(path))
  expect_identical(tied$status, 0L)
  own <- tie_out(brief(ledger(path), lines = wharf, figures = c(s = sum(due))))
  expect_identical(tied$out, lines_printed(own))
  expect_identical(program("tie-out", page(path), "--control", "s = 4568.16")$status, 0L)
  off <- program("tie-out", page(path), "--control", "s = 4568.17")
  expect_identical(off$status, 1L)
  expect_match(paste(off$out, collapse = " "), "0.01 less than the 4,568.17 given")
})

test_that("figures from elsewhere are compared line by line, and a note is no difference", {
  path <- dues_file()
  theirs <- file.path(dirname(path), "theirs.csv")
  program("draw-up", page(path), "--write", theirs, "--quiet")
  expect_identical(program("tie-out", page(path), "--against", theirs)$status, 0L)
  writeLines(sub("1101.88", "1101.89", readLines(theirs)), theirs)
  found <- program("tie-out", page(path), "--against", theirs)
  expect_identical(found$status, 1L)
  expect_match(paste(found$out, collapse = " "), "Against what was given: 4 cells .*1 differs")
  noted <- program("tie-out", path, "--only", "wharf != \"Elm\"", "--lines", "wharf", "--figures", "s = sum(due)")
  expect_identical(noted$status, 0L)
  expect_match(paste(noted$out, collapse = " "), "note")
})

test_that("--all prints every note, where else seven are", {
  dirty <- demo_table("tolls", as = "path")
  rough <- c(dirty, "--columns", "each = toll / tonnes", "--lines", "lock, craft", "--figures",
    "n = count(), s = sum(toll), m = mean(each), p = sum(passage)", "--footing", "rollup(lock, craft)")
  short <- grep("^note", program("tie-out", rough)$out)
  all <- grep("^note", program("tie-out", rough, "--all")$out)
  expect_lte(length(short), 7)
  expect_gt(length(all), length(short))
})
