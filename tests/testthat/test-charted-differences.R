# Differences drawn as steps from one side to the other.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("steps lead from their total to ours, one for each line that differs or stands alone", {
  theirs <- as.data.frame(draw_up(pages$groups))
  theirs$receipts[3] <- theirs$receipts[3] + 120
  theirs <- theirs[-5, ]
  found <- differences(pages$groups, theirs)
  steps <- chart(found)$data
  n <- nrow(steps)
  expect_equal(steps$to[c(1, n)], c(sum(theirs$receipts), sum(tolls$toll, na.rm = TRUE)))
  expect_equal(steps$to[n - 1], steps$to[n])
  expect_equal(sort(steps$value[-c(1, n)]), sort(c(-120, draw_up(pages$groups)$receipts[5])))
  expect_equal(chart(found, "passages")$data$value[1], sum(theirs$passages))
})

test_that("what has no steps is told, and a figure that is not there with the nearest", {
  theirs <- as.data.frame(draw_up(pages$groups))
  expect_match(said_by(chart(differences(pages$groups, theirs[-1, ]), "pasages")), "pasages.*passages")
  expect_match(said_by(chart(differences(data.frame(a = "x", b = "y"), data.frame(a = "x", b = "z"), match = "a"))),
    "no steps to draw")
})

test_that("an axis begins at nothing, but where all levels lie close together far from it", {
  low_end <- idleledger:::low_end
  expect_equal(c(low_end(c(10, 100)), low_end(c(-5, 3)), low_end(c(0, 1))), c(0, -5, 0))
  expect_equal(c(low_end(c(100, 104)), low_end(c(20, 20))), c(99, 19))
})
