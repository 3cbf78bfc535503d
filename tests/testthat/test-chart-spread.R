# How values of entries are distributed.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("every value is in one bar, and the marks are the page's own percentiles", {
  plot <- chart(pages$entries, spread(toll, per = reach))
  expect_equal(sum(plot$data$n), sum(!is.na(tolls$toll)))
  own <- draw_up(brief(tolls, lines = reach, figures = c(
    low = percentile(toll, 0.1), mid = median(toll), high = percentile(toll, 0.9)
  )))
  marks <- plot$layers[[3]]$data
  expect_equal(marks[c("low", "median", "high")], as.data.frame(own)[c("low", "mid", "high")], ignore_attr = TRUE)
})

test_that("values far out do not push the others together, and are counted", {
  table <- data.frame(x = c(withr::with_seed(1, rnorm(1000)), 1e6))
  plot <- chart(brief(table), spread(x))
  expect_lt(max(plot$data$to), 100)
  expect_match(plot$labels$caption, "1 value is outside of the picture")
  same <- chart(brief(data.frame(x = rep(0.5, 20))), spread(x))$data
  expect_equal(sum(same$n), 20)
})
