# Runs the package's tests, files side by side on all cores, and writes "passed failed" to the file named, and what went
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

told <- function(path, run) {
  cat(sprintf("%-32s %s\n", basename(path), if (length(run$wrong)) "FAILED" else sprintf("%5.1f s", run$seconds)))
  if (length(run$wrong)) cat(run$wrong, sep = "\n")
  run
}

# A file that cannot be run has failed.
run_files <- function(paths) {
  lapply(paths, function(path) {
    run <- try(run_file(path), silent = TRUE)
    if (!is.list(run)) run <- list(tests = NULL, wrong = paste0(basename(path), ": ", run), seconds = 0)
    told(path, run)
  })
}

# What most files need is loaded once, before they part, down to its functions, which R would read when they are called.
for (package in c("testthat", "idleledger", "ggplot2", "RSQLite", "htmltools", "yaml")) {
  if (requireNamespace(package, quietly = TRUE)) as.list(asNamespace(package), all.names = TRUE)
}
library(idleledger)
helpers <- testthat::test_env("idleledger")
invisible(testthat::source_test_helpers("tests/testthat", helpers))

# The largest go first and alone; of the others eight share a process, since to part takes as long as a small file.
files <- files[order(-file.size(files))]
alone <- seq_along(files) <= 60
shared <- (seq_along(files) - 1) %% ceiling(sum(!alone) / 8)
parts <- c(as.list(files[alone]), split(files[!alone], shared[!alone]))

# The first runs before they part: what is looked up once is then there for all.
first <- "tests/testthat/test-tie-out.R"
parts <- lapply(parts, setdiff, first)
runs <- run_files(first)
# One more than there are cores, since many wait for programs of their own.
cores <- 1 + max(1, parallel::detectCores(), na.rm = TRUE)
apart <- parallel::mclapply(parts, run_files, mc.cores = cores, mc.preschedule = FALSE)
# A process that was killed leaves nothing.
lost <- unlist(parts[!vapply(apart, is.list, TRUE)])
runs <- c(runs, unlist(Filter(is.list, apart), recursive = FALSE))

counts <- vapply(runs, function(run) {
  if (is.null(run$tests)) return(c(0, 1))
  bad <- run$tests$failed > 0 | run$tests$error
  c(sum(!bad), sum(bad))
}, c(0, 0))
to <- commandArgs(TRUE)[1]
cat(rowSums(counts) + c(0, length(lost)), file = to)
wrong <- c(lapply(runs, `[[`, "wrong"), if (length(lost)) paste0(basename(lost), ": did not come to its end"))
lines <- lapply(unlist(wrong), function(one) utils::head(strsplit(one, "\n")[[1]], 8))
writeLines(as.character(unlist(lines)), paste0(to, ".wrong"))
