# Printed lines that do not add up to the printed total, since each is rounded by itself.
footed <- function(tolls, digits) {
  table <- data.frame(reach = rep(c("U", "L"), length.out = length(tolls)), lock = letters[seq_along(tolls)],
    toll = tolls)
  rlang::inject(brief(table, lines = c(reach, lock), figures = c(t = sum(toll)), footing = rollup(reach, lock),
    layout = c(reach, lock, decimals(t, !!digits))))
}

test_that("a total that its printed lines miss is told with both numbers, and the other subtotals are counted", {
  tolls <- c(1.4, 2.2, 3.4, 4.2, 1.4)
  expect_told("rounded_parts", footed(tolls, 0), footed(tolls, 1),
    "the lines of `t` add up to [0-9]+ and the total says [0-9]+, in .*; each is rounded by itself")
  for (seed in seq_len(rounds(30))) withr::with_seed(seed, {
    tolls <- round(stats::runif(6, 1, 9), 2)
    misses <- function(rows) sum(round(tolls[rows] + 1e-9)) != round(sum(tolls[rows]) + 1e-9)
    told <- misses(c(1, 3, 5)) || misses(c(2, 4, 6)) || misses(1:6)
    sums <- c(sum(tolls[c(1, 3, 5)]), sum(tolls[c(2, 4, 6)]), sum(tolls), tolls)
    if (any(abs(sums %% 1 - 0.5) < 1e-6)) next
    expect_identical("rounded_parts" %in% findings(footed(tolls, 0))$rule, told, label = paste("seed", seed))
  })
})

test_that("numbers that no format is asked for are held to what prints as ever", {
  plain <- function(tolls) {
    brief(data.frame(lock = letters[1:3], toll = tolls), lines = lock, figures = c(t = sum(toll)),
      footing = rollup(lock))
  }
  expect_told("rounded_parts", plain(c(1.004, 2.004, 3.004)), plain(c(1.25, 2.5, 3.75)),
    "add up to 6.00 and the total says 6.01")
  # Sums of decimal amounts are off in their last bits only; more than that is looked at, however small beside them.
  expect_told("rounded_parts", plain(1000 + c(0.004, 0.004, 0.004)), plain(c(1000.1, 1000.2, 1000.4)),
    "add up to 3,000.00 and the total says 3,000.01")
})

test_that("where lines are hidden, or there is no total, nothing has to add up", {
  table <- data.frame(lock = letters[1:3], toll = c(1.4, 2.4, 3.4))
  expect_clean(brief(table, lines = lock, figures = c(t = sum(toll)), layout = c(lock, decimals(t, 0))))
})
