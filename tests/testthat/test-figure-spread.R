# Variance and standard deviation from exact sums of squares.
test_that("spreads keep their digits where the values lie far from zero", {
  x <- c(4, 7, 13, 16)
  for (shift in c(0, 1e6, 1e9, 1e12, -1e15)) {
    got <- draw_up(brief(data.frame(x = x + shift), lines = whole(),
      figures = c(v = var(x), s = sd(x), p = var_pop(x), q = sd_pop(x))))
    expect_identical(c(got$v, got$p), c(30, 22.5), label = format(shift))
    expect_identical(c(got$s, got$q), sqrt(c(30, 22.5)), label = format(shift))
  }
})

test_that("of one value a sample has no spread and a population none at all; endless ones have none that is a number", {
  got <- draw_up(brief(data.frame(k = c(1, 2, 2, 3, 3), x = c(5, 1, Inf, NaN, 1)), lines = k,
    figures = c(v = var(x), p = var_pop(x))))
  expect_identical(is.na(got$v) & !is.nan(got$v), c(TRUE, FALSE, FALSE))
  expect_identical(got$p[1], 0)
  expect_true(all(is.nan(got$v[2:3])))
})

test_that("the order of the entries does not show, to the last bit", {
  table <- data.frame(x = withr::with_seed(3, rnorm(3000) * 10^sample(-8:8, 3000, TRUE)))
  bits <- function(t) unlist(as.list(draw_up(brief(t, lines = whole(), figures = c(v = var(x), s = sd_pop(x))))))
  for (seed in 1:4) expect_identical(bits(table[withr::with_seed(seed, sample(3000)), , drop = FALSE]), bits(table))
})
