# The picture of a statement: its columns, and how values are written on it.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("an axis is written in the column's own format, whole numbers or not", {
  drawn <- function(layout, value) {
    plot <- chart(brief(data.frame(k = c("a", "b"), v = value), lines = k, figures = c(v = sum(v)), layout = !!layout),
      bars())
    built <- ggplot2::ggplot_build(plot)$layout$panel_params[[1]]
    texts <- c(built$x$get_labels(), built$y$get_labels())
    grep("NA|missing|^[ab]$", texts[!is.na(texts)], value = TRUE, invert = TRUE)
  }
  expect_match(drawn(quote(c(k, percent(v))), c(1, 2)), "^[0-9]+%$")
  expect_match(drawn(quote(c(k, percent(v))), c(0.104, 0.2)), "^[0-9.]+%$")
  expect_match(drawn(quote(c(k, money(v, "\u00a3"))), c(100, 200)), "^\u00a3[0-9]+$")
  expect_match(drawn(quote(c(k, money(v, "\u00a3"))), c(0.51, 0.52)), "^\u00a30([.][0-9]{2})?$")
  expect_match(drawn(quote(c(k, v)), c(1000, 2000)), "^[0-9,]+$")
})
