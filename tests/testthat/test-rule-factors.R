# Amounts off by a round factor, with nothing between.
typical <- function(table) brief(table, lines = wharf, figures = c(typical = mean(due)))
times <- function(rows, factor) typical(dues_with(due = dues$due * ifelse(rows, factor, 1)))
brook <- dues$wharf == "Brook"
some <- seq_len(360) %in% c(4, 66, 300)

test_that("a group or a few entries that are a round number of times the others are told with the number", {
  for (factor in c(100, 1000, 1 / 100, 1e6)) {
    number <- if (factor > 1) format(factor, big.mark = ",", scientific = FALSE) else "1/100"
    expect_told("factors", times(brook, factor), typical(dues), sprintf("about %s .* the others.*wharf Brook", number))
    expect_told("factors", times(some, factor), typical(dues),
      sprintf("3 values of `due` are about %s .* the others, with nothing between, the first in row 4", number))
  }
})

test_that("amounts that overlap are told by the middle of each group, where the other groups are alike", {
  wide <- dues_with(due = dues$due * 10^(seq_len(360) %% 5 / 2))
  apart <- dues_with(due = wide$due * ifelse(brook, 100, 1))
  expect_told("factors", typical(apart), typical(wide),
    "where wharf is Brook are about .* times those of each other wharf, which are alike")
  unlike <- dues_with(due = wide$due * c(Alder = 1, Brook = 100, Causey = 5, Dyer = 20)[dues$wharf])
  expect_false("factors" %in% findings(typical(unlike))$rule)
})

test_that("a factor that is not round, and one that leaves no gap, is none", {
  for (factor in c(1.5, 3, 7)) expect_false("factors" %in% findings(times(brook, factor))$rule, label = factor)
  expect_false("factors" %in% findings(typical(dues[1:15, ]))$rule)
})

test_that("the middle of each group is its median", {
  for (seed in one_in(2, 1:60)) withr::with_seed(seed, {
    n <- sample(0:40, 1)
    x <- ifelse(runif(n) < 0.2, NA, round(rnorm(n), 1))
    group <- sample(c(1:5, NA), n, TRUE)
    found <- idleledger:::middles_by(x, group)
    expected <- as.vector(tapply(x, group, stats::median, na.rm = TRUE))
    expect_equal(found$middle, if (length(expected)) expected else numeric(), info = seed)
    expect_equal(found$n, as.vector(tapply(!is.na(x), group, sum)), ignore_attr = TRUE, info = seed)
  })
})
