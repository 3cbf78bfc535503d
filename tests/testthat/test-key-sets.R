# Sets of keys: which a page keeps, and which stands above which.
ns <- asNamespace("idleledger")

test_that("the parent of a set is the largest inside of it, unclear where two are as near", {
  sets <- list(c("a", "b", "c"), c("a", "b"), "a", character())
  expect_identical(ns$parent_sets(sets), list(c("a", "b"), "a", character(), character()))
  cube <- list(c("a", "b"), "a", "b", character())
  expect_identical(ns$parent_sets(cube), list(NULL, character(), character(), character()))
  skipping <- list(c("a", "b", "c"), "c", character())
  expect_identical(ns$parent_sets(skipping), list("c", character(), character()))
})

test_that("levels come finest first, each once, in the order of the keys", {
  keys <- c("a", "b", "c")
  expect_identical(ns$level_sets(list("b", c("c", "a"), character(), c("a", "c")), keys),
    list(c("a", "c"), "b", character()))
  rollup <- draw_up(brief(tolls, lines = c(reach, lock, paid), figures = c(n = count()),
    footing = rollup(reach, lock, paid)))
  expect_identical(unique(rollup$summed_over), c("", "paid", "lock, paid", "reach, lock, paid"))
})
