# Numbers of all kinds as plain ones, what rounding may amount to, and seeded samples.
ns <- asNamespace("idleledger")

test_that("numbers become plain without a change, and missing ones stay missing", {
  expect_identical(ns$as_plain_number(c(1L, NA)), c(1, NA))
  expect_identical(ns$as_plain_number(c(TRUE, NA, FALSE)), c(1, NA, 0))
  expect_identical(ns$as_plain_number(bit64::as.integer64(c("5", NA, "-9007199254740992"))),
    c(5, NA, -9007199254740992))
  expect_true(ns$is_whole_vector(c(1, NA, -2^53)))
  for (x in list(c(1, 0.5), c(1, Inf), 2^53 + 2)) expect_false(ns$is_whole_vector(x))
})

test_that("the slack of rounding holds for sums of any size, and for no more", {
  for (seed in 1:50) withr::with_seed(seed, {
    entries <- rnorm(200) * 10^sample(-5:5, 1)
    lines <- vapply(split(entries, rep(1:20, each = 10)), sum, 1)
    slack <- ns$rounding_slack(sum(abs(lines)), abs(sum(entries)), 20)
    expect_lte(abs(sum(lines) - sum(entries)), slack)
    expect_lt(slack, 1e-12 * max(sum(abs(lines)), 1))
  })
})

test_that("a seeded sample is the same each time, sorted, and never more than there are", {
  expect_identical(ns$seeded_sample(100, 10), ns$seeded_sample(100, 10))
  expect_false(is.unsorted(ns$seeded_sample(1000, 50)))
  expect_identical(ns$seeded_sample(5, 50), 1:5)
  expect_identical(ns$seeded_sample(c(3L, 9L), 50), c(3L, 9L))
  expect_identical(ns$seeded_sample(1, 1), 1L)
})
