# How much memory a draw-up may take, and where what does not fit goes.

test_that("the memory allowed is said in bytes or in words", {
  allowed <- asNamespace("idleledger")$memory_allowed
  for (said in list(2^31, "2GB", "2 gb", "2048MB", "2097152K")) {
    withr::local_options(idleledger.memory = said)
    expect_identical(allowed(), 2^31)
  }
  for (said in list("a lot", 5, NA, "1e", c("1GB", "2GB"))) {
    withr::local_options(idleledger.memory = said)
    expect_match(said_by(allowed()), "idleledger.memory is a number of bytes or such as")
  }
})

test_that("what does not fit goes to the folder named, and nothing is left there", {
  folder <- withr::local_tempdir()
  withr::local_options(idleledger.memory = "2MB", idleledger.spill_folder = folder)
  table <- data.frame(k = rep(1:40000, 4), x = round(stats::qnorm((1:160000 - 0.5) / 160000), 3))
  page <- brief(ledger(table, in_parts = 20000), lines = k, figures = c(n = count(), m = median(x),
    d = count_distinct(x)))
  got <- draw_up(page)
  expect_identical(list.files(folder, recursive = TRUE), character())
  withr::local_options(idleledger.memory = NULL)
  expect_identical(as.data.frame(draw_up(page)), as.data.frame(got))
  withr::local_options(idleledger.memory = "2MB", idleledger.spill_folder = file.path(folder, "none"))
  expect_match(said_by(draw_up(page)), "spill_folder names no folder: .*none")
})
