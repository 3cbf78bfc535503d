# Which fold a state keeps for each figure, so that parts meet to the last bit.
test_that("every figure of parts met in any order is that of the whole, to the last bit", {
  table <- data.frame(k = rep(c("a", "b"), 300), x = withr::with_seed(2, rnorm(600) * 10^sample(-10:10, 600, TRUE)),
    w = 1:600 / 7)
  make <- function(source) {
    brief(source, lines = k, figures = c(s = sum(x), m = mean(x), v = var(x), lo = min(x),
      d = count_distinct(x), q = percentile(x, 0.3),
      o = mode(x), n = count(where = x > 0), e = mean(x, weight = w)))
  }
  whole <- lapply(as.data.frame(draw_up(make(table))), as.vector)
  for (size in c(1, 7, 299)) expect_identical(lapply(as.data.frame(draw_up(make(ledger(table, in_parts = size)))),
    as.vector), whole, label = size)
})
