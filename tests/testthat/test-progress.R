# Progress is shown in a terminal, and is gone from it when the work is done.

test_that("long work shows how far it is in a terminal", {
  skip_if(!nzchar(Sys.which("script")))
  code <- withr::local_tempfile(fileext = ".R", lines = c(
    "suppressMessages(library(idleledger))",
    "set.seed(1)",
    "idleledger:::core_set_progress(idleledger:::progress_tick, 0.05)",
    "n <- 5e5",
    "page <- brief(data.frame(k = seq_len(n), x = rnorm(n)), beside = c(",
    "  m = rolling(percentile(x, 0.3), 50001, along = k), s = rolling(median(x), 20001, along = k)))",
    "s <- draw_up(page)",
    "cat('done', nrow(s))"
  ))
  run <- paste(shQuote(file.path(R.home("bin"), "Rscript")), shQuote(code))
  seen <- paste(system2("script", c("-qec", shQuote(run), "/dev/null"), stdout = TRUE), collapse = "\n")
  expect_match(seen, "\\[=* *\\] +[0-9]+%")
  expect_match(seen, "\r +\r[^\r]*done 500000")
})
