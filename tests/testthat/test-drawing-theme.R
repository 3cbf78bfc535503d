# The look of charts, and texts at a length that fits.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("long texts are cut with dots, signs that disturb are gone, and lines are wrapped", {
  ns <- asNamespace("idleledger")
  long <- strrep("\u00e9", 100)
  for (most in c(5, 32)) expect_identical(nchar(ns$fitting_texts(c("ab", long), most)), c(2L, as.integer(most)))
  expect_no_match(ns$fitting_texts("a\001\033[31mb"), "[\001\033]")
  expect_true(all(nchar(strsplit(ns$wrapped(strrep("word ", 60), 40), "\n")[[1]]) < 40))
})

test_that("letters grow with the size of the picture", {
  sizes <- vapply(c("page", "screen", "slide"), function(size) chart(pages$groups, size = size)$theme$text$size, 1)
  expect_false(is.unsorted(sizes, strictly = TRUE))
})
