# Workers make the same page.
test_that("workers make the same page, whatever becomes of one of them", {
  skip_if_not_installed("future")
  old <- future::plan("multisession", workers = 3)
  withr::defer(future::plan(old))
  skip_if(inherits(try(future::value(future::future(requireNamespace("idleledger"))), silent = TRUE), "try-error"))
  path <- demo_table("tolls", as = "path")
  make <- function(source) {
    brief(source, lines = c(reach, lock), figures = c(
      n = count(), s = sum(toll), typical = median(toll), crafts = count_distinct(craft), l = last(paid)),
      footing = rollup(reach))
  }
  at_once <- bits(draw_up(make(ledger(path))))
  page <- make(ledger(path, in_parts = 1500))
  expect_identical(bits(draw_up(page)), at_once)
  expect_match(workings(page)$method, "states of [0-9]+ parts, taken together, by 3 workers, which sent", all = FALSE)
  expect_identical(bits(draw_up(make(ledger(as.data.frame(ledger(path)), in_parts = 4000)))), at_once)
  tools::pskill(future::value(future::future(Sys.getpid())), tools::SIGKILL)
  expect_identical(bits(draw_up(page)), at_once)
  gone <- withr::local_tempfile(fileext = ".csv")
  file.copy(path, gone)
  page <- make(ledger(gone, in_parts = 1500))
  cat("100001,2024-07-01,Lime Kiln,Lower,barge,1,1,cash\n", file = gone, append = TRUE)
  expect_match(said_by(draw_up(page)), "Part [0-9]+ of .*csv, bytes .* failed [34] times: .* has changed since it")
})
