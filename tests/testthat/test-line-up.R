test_that("each category heads a column of its values in order, short ones padded", {
  table <- data.frame(reach = c("u", "l", "u", "u", "l"), lock = c("c", "b", "a", NA, "z"), n = 5:1)
  got <- as.data.frame(draw_up(line_up(table, lock, under = reach)))
  expect_identical(got, data.frame(l = c("b", "z", NA), u = c("a", "c", NA)))
  expect_identical(draw_up(line_up(table, lock, under = reach, along = n))$u, c(NA, "a", "c"))
  expect_identical(draw_up(line_up(table, "lock", under = "reach", along = entered()))$u, c("c", "a", NA))
  expect_match(printed(line_up(table, lock, under = reach)), "z +c\n +\\(missing\\)\n")
  expect_true(all_tie(tie_out(line_up(tolls[1:200, ], passage, under = craft))))
})

test_that("lists of distinct lines list each value once, and wrong calls are said", {
  locks <- brief(tolls, only = !is_missing(lock), lines = c(reach, lock))
  got <- draw_up(line_up(locks, lock, under = reach))
  for (reach in c("Lower", "Middle", "Upper")) {
    expect_identical(
      as.vector(na.omit(got[[reach]])), sort(unique(tolls$lock[tolls$reach == reach]), method = "radix")
    )
  }
  expect_match(said_by(line_up(tolls, lock + 1, under = reach)), "takes one column as `value`")
  expect_match(said_by(line_up(tolls, lock, under = reech)), "no column `reech`")
  expect_match(said_by(draw_up(line_up(tolls, lock, under = passage))), "200 is the most")
})
