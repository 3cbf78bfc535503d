test_that("what is NULL goes out of a list, and nothing else, wherever it stands and whatever it is called", {
  parts <- list(NULL, NA, character(), list(), list(NULL), 0, "", quote(expr = ), function() NULL)
  set.seed(5)
  for (round in 1:200) {
    x <- parts[sample(length(parts), sample(0:6, 1), replace = TRUE)]
    if (round %% 2) names(x) <- sample(c("a", "b", ""), length(x), replace = TRUE)
    expect_identical(without_null(x), Filter(Negate(is.null), x))
  }
  expect_identical(without_null(NULL), NULL)
  for (a in list(1, NA, character(), list())) expect_identical(a %||% 2, a)
  expect_identical(NULL %||% 2, 2)
})
