# States: values beyond the memory allowed go to files.
test_that("values beyond the memory allowed go to files, and come out the same", {
  n <- 250000
  table <- withr::with_seed(5, data.frame(key = sample(letters[1:3], n, TRUE), x = rnorm(n), y = sample(n)))
  make <- function(source) {
    brief(source, lines = key, figures = c(
      typical = median(x), high = percentile(x, 0.99), different = count_distinct(y), often = mode(y)),
      footing = whole())
  }
  at_once <- bits(draw_up(make(table)))
  folder <- withr::local_tempdir()
  withr::local_options(idleledger.spill_folder = folder)
  memory_for_nothing()
  before <- asNamespace("idleledger")$core_bytes_spilled()
  expect_identical(bits(draw_up(make(ledger(table, in_parts = 40000)))), at_once)
  expect_gt(asNamespace("idleledger")$core_bytes_spilled() - before, 1e6)
  expect_length(dir(folder), 0)
  withr::local_options(idleledger.spill_folder = "/no/such/folder")
  expect_match(said_by(draw_up(make(ledger(table, in_parts = 40000)))), "spill_folder names no folder")
})
