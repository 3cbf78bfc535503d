# A crosstab as a grid, shaded by value.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("each cell has its value, edges stand apart, and what does not fit is counted", {
  statement <- draw_up(pages$crosstab)
  data <- chart(statement, cells(receipts))$data
  inside <- data[data$inside, ]
  expect_equal(sum(inside$value, na.rm = TRUE), sum(tolls$toll, na.rm = TRUE))
  expect_equal(sum(data$line == "Total"), 5)
  expect_match(chart(statement, cells(receipts))$labels$caption, "of the 2 figures in each cell, receipts alone")
  few <- chart(statement, cells(receipts, most = 3))
  expect_equal(length(unique(few$data$y[few$data$line != "Total"])), 3)
  expect_match(few$labels$caption, "12 lines are not drawn; 1 column is not drawn")
})

test_that("a larger value has the darker shade, and a missing cell no text", {
  page <- brief(data.frame(a = c("x", "x", "y"), b = c("p", "q", "p"), v = c(1, 5, 10)), lines = c(a, b),
    figures = c(v = sum(v)), abreast = b)
  data <- chart(page, cells(v))$data
  light <- function(fill) colSums(grDevices::col2rgb(fill) * c(0.3, 0.59, 0.11))
  known <- data[!is.na(data$value), ]
  expect_identical(order(known$value), order(-light(known$fill)))
  expect_identical(data$text[is.na(data$value)], "")
})
