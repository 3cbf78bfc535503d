# Dots in the order of their ranks; lines that tie share a height.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("each place has a dot, ties are one, and all lines are counted", {
  ranks <- draw_up(brief(tolls, lines = craft, figures = c(m = median(toll)), beside = c(p = rank(falling(m)))))
  data <- chart(ranks, places(m))$data
  expect_equal(sum(data$n), nrow(ranks))
  expect_equal(data$place, sort(unique(ranks$p)))
  table <- data.frame(k = letters[1:5], v = c(9, 5, 5, 5, 1))
  tied <- chart(brief(table, lines = k, figures = c(v = sum(v)), beside = c(p = rank(falling(v)))), places(v))$data
  expect_equal(tied$n, c(1, 3, 1))
  expect_match(tied$label[2], "b, c and d")
})

test_that("places go by their groups, and what is left out is said", {
  plot <- chart(pages$ranks, places(receipts))
  expect_setequal(unique(plot$data$group), c("Lower", "Middle", "Upper", "(missing)") |>
    intersect(unique(plot$data$group)))
  few <- chart(pages$ranks, places(receipts, most = 9))
  expect_match(few$labels$caption, "not drawn")
  expect_true(all(few$data$place <= 3))
  expect_match(said_by(chart(pages$groups, places(receipts))), "no ranks to draw places by.*place = rank\\(falling")
})
