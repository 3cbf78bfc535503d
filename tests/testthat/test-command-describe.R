# A brief in words, and the call of R that makes it.
test_that("a brief is said as R says it, without being drawn up", {
  path <- dues_file()
  page <- c(path, "--only", "due > 5", "--lines", "wharf", "--figures", "s = sum(due)", "--title", "Dues by wharf")
  said <- paste(program("describe", page)$out, collapse = "\n")
  expect_match(said, "^Dues by wharf")
  for (words in c("From dues.csv", "Keep only entries where due > 5", "One line for each wharf",
    "s: the total of due")) {
    expect_match(said, words, fixed = TRUE)
  }
  expect_no_match(said, "Alder")
})

test_that("values that are still to be given are named with how to give them", {
  path <- dues_file()
  said <- program("describe", path, "--only", "due > given(least)", "--lines", "wharf")$out
  expect_match(paste(said, collapse = " "), "To be given: --given least=...", fixed = TRUE)
})

test_that("the call of R makes the same page", {
  path <- dues_file()
  said <- program("describe", path, "--lines", "wharf", "--figures", "s = sum(due)", "--call")
  expect_identical(said$status, 0L)
  made <- eval(parse(text = said$out), new.env(parent = globalenv()))
  page <- if (inherits(made, "idle_brief")) made else made$page
  expect_equal(draw_up(page)$s, as.vector(tapply(dues$due, dues$wharf, sum)))
})
