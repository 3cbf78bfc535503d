# Sums and means, exact and rounded once.
test_that("sums and means are those of exact rational arithmetic, on hostile numbers in any order", {
  exact <- function(x) sum(gmp::as.bigq(x))
  # Whether a double is the nearest one to a rational number: at most half a step away.
  is_nearest <- function(got, want) {
    step <- gmp::as.bigq(2)^max(-1074L, as.integer(floor(log2(max(abs(got), 5e-324)))) - 52L)
    2 * abs(gmp::as.bigq(got) - want) <= step
  }
  hostile <- withr::with_seed(4, list(
    huge_and_tiny = c(rbind(10^sample(-300:300, 500, TRUE), -10^sample(-300:300, 500, TRUE))),
    denormal = sample(1e6, 2000, TRUE) * 2^-1074, cents = rep(0.01, 1e5),
    cancelling = c(1e308, -1e308, rnorm(999), 3e-200), mixed = rnorm(4000) * 2^sample(-40:40, 4000, TRUE)
  ))
  for (name in names(hostile)) {
    x <- hostile[[name]]
    want <- exact(x)
    for (seed in 1:3) {
      shuffled <- data.frame(x = withr::with_seed(seed, sample(x)), half = seq_along(x) %% 2)
      got <- draw_up(brief(shuffled, lines = whole(), figures = c(s = sum(x), m = mean(x))))
      expect_true(is_nearest(got$s, want), label = name)
      expect_true(is_nearest(got$m, want / length(x)), label = name)
      parts <- draw_up(brief(shuffled, lines = half, figures = c(s = sum(x))))$s
      for (h in 0:1) expect_true(is_nearest(parts[h + 1], exact(shuffled$x[shuffled$half == h])), label = name)
    }
  }
})
