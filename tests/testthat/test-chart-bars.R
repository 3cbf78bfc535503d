# Bars: the values of the statement, many of them gathered.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("bars have the values of the statement, the largest first, in its own words", {
  statement <- draw_up(amend(pages$groups, layout = c(Lock = lock, Receipts = money(receipts, currency = "\u00a3"))))
  plot <- chart(statement)
  bars <- built(plot)[[1]]
  bars <- bars[order(bars$y, decreasing = TRUE), ]
  expect_equal(bars$x, sort(statement$receipts, decreasing = TRUE))
  expect_setequal(drawn_texts(plot), idleledger:::cell_texts(statement$receipts, list(fn = "money",
    options = list(currency = "\u00a3", digits = 2))))
  expect_match(plot$labels$subtitle, "Receipts (\u00a3) by Lock", fixed = TRUE)
  expect_match(plot$labels$alt, "The largest is Quarry Side")
  own <- chart(amend(pages$groups, order = rising(receipts)), bars(receipts))
  expect_equal(built(own)[[1]]$x[order(-built(own)[[1]]$y)], sort(statement$receipts))
})

test_that("many groups are gathered where they may be added up, and left out where not", {
  statement <- draw_up(pages$many)
  bars <- built(chart(statement, bars(receipts, most = 10)))[[1]]
  # Their sum, of 197,000 beside single amounts of 50, would leave nothing to be seen.
  expect_equal(nrow(bars), 9)
  expect_match(chart(statement, bars(most = 10))$labels$caption,
    "19,951 lines are not drawn, whose sum would dwarf the rest")
  locks <- draw_up(brief(tolls, lines = lock, figures = c(receipts = sum(toll))))
  few <- built(chart(locks, bars(receipts, most = 10)))[[1]]
  expect_equal(nrow(few), 10)
  expect_equal(sum(few$x), sum(tolls$toll, na.rm = TRUE))
  expect_match(chart(locks, bars(most = 10))$labels$caption, "6 lines are drawn as others")
  side <- chart(pages$crossing, bars(receipts, most = 4))
  expect_equal(length(unique(side$data$label)), 4)
  expect_equal(as.numeric(tapply(side$data$value, side$data$group, sum)),
    as.numeric(tapply(tolls$toll, ifelse(is.na(tolls$paid), "(missing)", tolls$paid), sum, na.rm = TRUE)))
  middle <- brief(tolls, lines = passage, figures = c(typical = median(toll)))
  plot <- chart(middle, bars(most = 10))
  expect_equal(nrow(built(plot)[[1]]), 10)
  expect_match(plot$labels$caption, "lines are not drawn; 40 lines have no typical")
})
