# Lines as the data of a chart: thinned and gathered.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("a long statement is thinned and gathered before it is drawn", {
  n <- 50000
  long <- brief(data.frame(at = as.POSIXct("2025-01-01", tz = "UTC") + seq_len(n) * 60, x = sin(seq_len(n) / 500)),
    lines = at, figures = c(x = sum(x)))
  data <- chart(long)$data
  expect_lt(nrow(data), 2100)
  expect_equal(range(data$value), range(sin(seq_len(n) / 500)))
  expect_lt(nrow(chart(brief(data.frame(x = stats::rnorm(n))))$data), 100)
})
