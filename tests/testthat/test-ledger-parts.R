# Files in parts hold what they hold at once: the same cells, kinds and errors.

test_that("files of other formats are parts of their own", {
  skip_if_not_installed("nanoparquet")
  folder <- withr::local_tempdir()
  table <- random_table(90, 7)[c("word", "amount", "day", "flag", "whole")]
  for (k in 1:3) nanoparquet::write_parquet(table[30 * k - 29:0, ], file.path(folder, sprintf("p%d.parquet", k)))
  parts <- ledger(folder, in_parts = TRUE)
  expect_identical(whole(parts), whole(ledger(folder)))
  page <- function(source) {
    draw_up(brief(source, lines = c(word, flag), figures = c(
      s = sum(amount), d = max(day), m = mode(whole))))
  }
  expect_identical(whole(page(parts)), whole(page(ledger(folder))))
})

test_that("a table is worked in parts where the memory allowed asks for it", {
  path <- demo_table("tolls", as = "path")
  expect_null(ledger(path)$in_parts)
  withr::local_options(idleledger.memory = "2MB")
  parts <- ledger(path)
  expect_gt(length(parts$in_parts$n), 1)
  expect_null(ledger(path, in_parts = FALSE)$in_parts)
  expect_true(all_tie(tie_out(brief(parts, lines = lock, figures = c(s = sum(toll))))))
})
