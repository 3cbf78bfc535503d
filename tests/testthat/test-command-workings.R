# How each section was worked.
test_that("each section that was worked has its line, with its method", {
  path <- dues_file()
  said <- program("workings", path, "--only", "due > 5", "--lines", "wharf", "--figures",
    "n = count(), m = median(due)")
  expect_identical(said$status, 0L)
  text <- paste(said$out, collapse = "\n")
  for (words in c("only", "lines", "figures", "method")) expect_match(text, words, fixed = TRUE)
  expect_refused("Name one file", "workings", "--lines", "wharf")
})
