# Errors are documented, and read as sentences.
skip_if_not(dir.exists(test_path("../../man")), "the source is not at hand")

test_that("every class of error that is raised stands in a help page", {
  code <- unlist(lapply(list.files(test_path("../../R"), full.names = TRUE), readLines))
  code <- paste(code, collapse = "\n")
  raised <- regmatches(code, gregexpr("stop_(idle|in)\\(\\s*(ctx,\\s*)?\"[a-z_]+\"", code, perl = TRUE))[[1]]
  classes <- unique(regmatches(raised, regexpr("[a-z_]+(?=\"$)", raised, perl = TRUE)))
  expect_gt(length(classes), 30)
  pages <- paste(unlist(lapply(list.files(test_path("../../man"), full.names = TRUE), readLines)), collapse = "\n")
  for (class in classes) expect_true(grepl(paste0("idle_", class), pages, fixed = TRUE), info = class)
})

test_that("a message is one sentence that ends, and a hint where there is one", {
  said <- tryCatch(brief(tolls, lines = lok), idle_error = function(e) e)
  expect_s3_class(said, c("idle_unknown_column", "idle_error", "error"), exact = FALSE)
  expect_match(said$said[1], "^In the section `lines`: .*[.]$")
  expect_match(said$said[2], "Did you mean `lock`[?]$")
})
