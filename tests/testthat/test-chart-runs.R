# Unbroken runs as bars along a calendar.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("runs have the days of their entries, and the gaps between them stay open", {
  data <- chart(pages$runs)$data
  levels <- demo_table("levels")
  expect_equal(as.integer(sum(data$end - data$from)), nrow(unique(levels[c("lock", "read_on")])))
  for (lock in unique(levels$lock)[1:3]) {
    days <- sort(unique(levels$read_on[levels$lock == lock]))
    expect_equal(sum(data$label == lock), sum(diff(as.integer(days)) > 1) + 1, label = lock)
  }
})

test_that("both ends are needed, in either order", {
  page <- brief(demo_table("levels"), columns = c(run = run_of(read_on, per = lock)), lines = c(lock, run),
    figures = c(upto = max(read_on), from = min(read_on)))
  expect_equal(chart(page, runs(upto))$data$from, chart(pages$runs)$data$from)
  one <- amend(page, figures = c(from = min(read_on)))
  expect_match(said_by(chart(one, runs(from))), "from one date to another, and the page has one only")
})
