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

test_that("many small groups do not dwarf those that are drawn, and dates of panels do not run into each other", {
  n <- 400
  page <- draw_up(brief(data.frame(k = rep(seq_len(n), each = 12), day = as.Date("2025-01-01") + 30 * 0:11, x = 1),
    lines = c(k, day), figures = c(s = sum(x))))
  few <- chart(page)
  expect_equal(length(unique(few$data$group)), 11)
  expect_match(few$labels$caption, "389 groups are not drawn, whose sum would dwarf the rest")
  expect_no_match(chart(page, course(s, most = n))$labels$caption, "groups are")
  dates_of <- function(plot) {
    texts <- ggplot2::ggplot_build(plot)$layout$panel_params[[1]]$x$get_labels()
    unname(texts[!is.na(texts)])
  }
  some <- chart(draw_up(amend(attr(page, "idle")$brief, only = k <= 20)))
  expect_match(some$labels$caption, "9 groups are drawn as others")
  two <- dates_of(chart(draw_up(amend(attr(page, "idle")$brief, only = k <= 2))))
  expect_identical(dates_of(some), replace(two, length(two), ""))
  expect_match(two, "^2025-")
})
