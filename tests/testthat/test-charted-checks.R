# A tie-out drawn.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("each check has its mark, and what differs is written out", {
  sound <- tie_out(pages$groups)
  plot <- chart_tie_out(sound)
  expect_equal(sum(nzchar(plot$data$mark)), length(sound$checks))
  expect_identical(chart(sound)$data, plot$data)
  theirs <- as.data.frame(draw_up(pages$groups))
  theirs$receipts[3] <- theirs$receipts[3] + 120
  off <- chart_tie_out(tie_out(pages$groups, against = theirs))
  expect_match(off$labels$subtitle, "1 differs")
  expect_true(any(grepl("difference 120", off$data$text)))
})
