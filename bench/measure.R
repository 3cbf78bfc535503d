# Paired, alternating runs: each round times every candidate once, so that a slow spell of the machine
# falls on all alike. Ratios are medians of the rounds' own ratios.
alternating <- function(..., rounds = 7) {
  jobs <- eval(substitute(alist(...)))
  env <- parent.frame()
  times <- matrix(NA_real_, rounds, length(jobs), dimnames = list(NULL, names(jobs)))
  for (name in names(jobs)) eval(jobs[[name]], env)
  for (round in seq_len(rounds)) {
    for (name in names(jobs)) {
      gc(FALSE)
      began <- proc.time()[["elapsed"]]
      clock <- system.time(eval(jobs[[name]], env), gcFirst = FALSE)[["elapsed"]]
      times[round, name] <- max(clock, proc.time()[["elapsed"]] - began, 1e-4)
    }
  }
  times
}

ratio <- function(times, a, b) stats::median(times[, a] / times[, b])

say <- function(what, value, bound, at_least = FALSE, unit = "x") {
  met <- if (at_least) value >= bound else value <= bound
  cat(sprintf(
    "%-62s %8.2f %s (%s %g) %s\n", what, value, unit, if (at_least) "at least" else "at most", bound,
    if (met) "" else "  <-- MISSED"
  ))
}

# Peak memory of an expression in a fresh process, over what the process had before, in MB.
peak_above <- function(setup, code) {
  script <- tempfile(fileext = ".R")
  writeLines(c(
    "suppressMessages(library(idleledger))", setup,
    "invisible(gc(full = TRUE))",
    "resident <- function(field) {",
    "  line <- grep(field, readLines('/proc/self/status'), value = TRUE)",
    "  as.numeric(gsub('[^0-9]', '', line)) / 1024",
    "}",
    "writeLines('5', '/proc/self/clear_refs')", "before <- resident('VmRSS')", code,
    "cat(resident('VmHWM') - before)"
  ), script)
  as.numeric(system2("Rscript", script, stdout = TRUE))
}
