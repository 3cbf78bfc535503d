# Runs the package's tests and writes "passed failed" to the file named.
results <- as.data.frame(testthat::test_dir("tests/testthat",
  package = "idleledger", load_package = "installed", stop_on_failure = FALSE, reporter = "summary"
))
bad <- results$failed > 0 | results$error
cat(sum(!bad), sum(bad), file = commandArgs(TRUE)[1])
