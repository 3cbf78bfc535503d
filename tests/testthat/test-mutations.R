# The mistakes that are put into the code on purpose stay of use only while the code has the place they change.
skip_if_not(file.exists(test_path("../../tools/mutations.R")), "the source is not at hand")

test_that("each mistake of tools/mutations.R finds its place, and its test", {
  kept <- new.env()
  for (line in parse(test_path("../../tools/mutations.R"))[1:2]) eval(line, kept)
  expect_gt(min(lengths(mget(c("r_mutations", "core_mutations"), kept))), 10)
  for (one in kept$r_mutations) {
    code <- paste(deparse(get(one[[1]], asNamespace("idleledger")), width.cutoff = 500L), collapse = "\n")
    expect_true(grepl(one[[2]], code, fixed = TRUE), label = paste(one[[1]], "has", one[[2]]))
    expect_true(file.exists(test_path(sprintf("test-%s.R", one[[4]]))), label = one[[4]])
  }
  for (one in kept$core_mutations) {
    code <- readLines(test_path("../../src/core", one[[1]]))
    expect_true(grepl(one[[2]], paste(code, collapse = "\n"), fixed = TRUE), label = paste(one[[1]], "has", one[[2]]))
  }
})
