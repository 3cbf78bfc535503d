# A course: a point for each date, broken at gaps.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("a course has a point for each date, breaks at gaps, and draws what goes with it", {
  statement <- draw_up(pages$rolling)
  data <- chart(statement)$data
  expect_equal(sum(data$series == "receipts"), nrow(statement))
  expect_equal(sum(data$series == "week"), sum(!is.na(statement$week)))
  gaps <- sum(diff(as.integer(statement$passed_on)) > 1)
  expect_equal(length(unique(data$piece[data$series == "receipts"])), gaps + 1)
  two <- chart(pages$two_years)$data
  before <- two[two$series == "before", ]
  year <- draw_up(months_page())
  expect_equal(before$value, utils::head(year$receipts, -12))
  expect_setequal(unique(chart(pages$running)$data$series), c("to_date", "n"))
  each <- chart(pages$by_reach, course(receipts, most = 5))$data
  expect_equal(length(unique(each$group)), 5)
  expect_equal(sum(each$value), sum(tolls$toll, na.rm = TRUE))
})
