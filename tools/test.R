# Runs the package's tests, a file at a time on each core, and writes "passed failed" to the file named, and what went
# wrong to the file of that name with ".wrong".
# Each test runs once: to compile it first takes longer than it saves.
invisible(compiler::enableJIT(0))
files <- list.files("tests/testthat", "^test-.*[.]R$", full.names = TRUE)

run_file <- function(path) {
  began <- proc.time()[["elapsed"]]
  found <- testthat::test_file(path, package = "idleledger", load_package = "installed", stop_on_failure = FALSE,
    reporter = "silent", env = helpers, load_helpers = FALSE)
  wrong <- unlist(lapply(found, function(test) {
    bad <- Filter(function(one) inherits(one, c("expectation_failure", "expectation_error")), test$results)
    vapply(bad, function(one) {
      at <- one$srcref[1]
      sprintf("%s:%s: %s\n%s", basename(path), if (is.null(at)) "" else at, test$test, conditionMessage(one))
    }, "")
  }))
  list(tests = as.data.frame(found), wrong = wrong, seconds = proc.time()[["elapsed"]] - began)
}

# A process that was killed leaves nothing.
wrong_in <- function(path, run) {
  if (is.list(run)) return(run$wrong)
  paste0(basename(path), ": ", if (is.null(run)) "did not come to its end" else run)
}

told <- function(path, run) {
  wrong <- wrong_in(path, run)
  cat(sprintf("%-32s %s\n", basename(path), if (length(wrong)) "FAILED" else sprintf("%5.1f s", run$seconds)))
  if (length(wrong)) cat(wrong, sep = "\n")
}

# What most files need is loaded once, before they part.
for (package in c("testthat", "idleledger", "ggplot2", "RSQLite", "htmltools", "yaml")) {
  requireNamespace(package, quietly = TRUE)
}
library(idleledger)
helpers <- testthat::test_env("idleledger")
invisible(testthat::source_test_helpers("tests/testthat", helpers))

# One more than there are cores, since many wait for programs of their own.
cores <- 1 + max(1, parallel::detectCores(), na.rm = TRUE)
slow_first <- order(-file.size(files))
runs <- parallel::mclapply(files[slow_first], function(path) {
  run <- try(run_file(path), silent = TRUE)
  told(path, run)
  run
}, mc.cores = cores, mc.preschedule = FALSE)

counts <- vapply(runs, function(run) {
  if (!is.list(run)) return(c(0, 1))
  bad <- run$tests$failed > 0 | run$tests$error
  c(sum(!bad), sum(bad))
}, c(0, 0))
to <- commandArgs(TRUE)[1]
cat(rowSums(counts), file = to)
wrong <- strsplit(as.character(unlist(Map(wrong_in, files[slow_first], runs))), "\n")
writeLines(as.character(unlist(lapply(wrong, utils::head, 8))), paste0(to, ".wrong"))
