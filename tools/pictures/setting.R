# What all pictures begin with: a line as one would type it, then what comes back.
suppressMessages(library(idleledger))
tolls <- ledger(demo_table("tolls", as = "path"))

shown <- function(expr) {
  cat("> ", paste(trimws(deparse(substitute(expr), width.cutoff = 500L)), collapse = " "), "\n", sep = "")
  print(expr)
  cat("\n")
}
