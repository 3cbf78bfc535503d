# Whether an entry has others like it.
test_that("all of those alike are marked, the first among them, by all columns or by some", {
  for (seed in 1:6) {
    table <- random_table(60, seed)[c("word", "whole", "flag", "choice")]
    all <- duplicated(table) | duplicated(table, fromLast = TRUE)
    expect_identical(draw_up(brief(table, columns = c(x = has_copies())))$x, all)
    some <- table[c("whole", "flag")]
    expect_identical(draw_up(brief(table, columns = c(x = has_copies(whole, flag))))$x,
      duplicated(some) | duplicated(some, fromLast = TRUE))
  }
  expect_identical(draw_up(brief(dues[0, ], columns = c(x = has_copies())))$x |> length(), 0L)
})

test_that("copies are looked at before they are struck", {
  twice <- rbind(dues, dues[7, ])
  expect_identical(draw_up(brief(twice, only = has_copies()))$slip, c(5007, 5007))
  expect_match(said_by(brief(dues, only = has_copies(wahrf))), "no column `wahrf`")
})
