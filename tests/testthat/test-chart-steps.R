# Steps from the parts to the total.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("steps lead from the parts to the total, and what is hidden is a step", {
  for (page in c("footed", "cube", "top")) {
    data <- chart(pages[[page]])$data
    n <- nrow(data)
    expect_equal(data$from[seq_len(n - 1)], c(0, data$to[seq_len(n - 2)]), info = page)
    expect_equal(data$to[n - 1], data$to[n])
  }
  expect_equal(chart(pages$footed)$data$to[4], sum(tolls$toll, na.rm = TRUE))
  expect_true("not shown" %in% chart(pages$top)$data$label)
  expect_match(said_by(chart(amend(pages$footed, figures = c(m = median(toll), n = count())), steps(m))),
    "cannot be added up")
})
