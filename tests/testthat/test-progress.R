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

test_that("who watches long work ends it by FALSE and by nothing else", {
  ns <- asNamespace("idleledger")
  withr::defer(ns$core_set_progress(ns$progress_tick, 2))
  n <- 3e5
  page <- brief(data.frame(k = seq_len(n), x = sqrt(seq_len(n))),
    beside = c(m = rolling(percentile(x, 0.3), 50001, along = k)))
  ended <- function(says) tryCatch(nrow(draw_up(page)), interrupt = function(e) "ended")
  for (says in list(FALSE, TRUE, NULL, NA, "no", 0, c(FALSE, FALSE))) {
    told <- numeric()
    ns$core_set_progress(function(part) {
      told <<- c(told, part)
      says
    }, 0)
    expect_identical(ended(says), if (isFALSE(says)) "ended" else as.integer(n), label = deparse(says))
    expect_true(length(told) > 0 && all(told >= 0 & told <= 1))
    if (isFALSE(says)) expect_length(told, 1)
  }
})
