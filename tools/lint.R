# lintr over the package and its scripts, a file at a time on each core; ends non-zero if it finds anything.
library(lintr)
files <- list.files(c("R", "tests", "inst", "vignettes", "data-raw", "tools", "bench", "exec"), "[.](R|Rmd)$",
  recursive = TRUE, full.names = TRUE)
lints <- parallel::mclapply(setdiff(files, "R/RcppExports.R"), lint, mc.cores = max(1, parallel::detectCores()))
broken <- vapply(lints, inherits, TRUE, "try-error")
if (any(broken)) stop("lintr failed: ", lints[broken][[1]])
lints <- do.call(c, lints)
if (length(lints) > 0) {
  print(structure(lints, class = "lints"))
  quit(status = 1)
}
# A function that is defined in two files silently hides one of them.
defined <- unlist(lapply(list.files("R", full.names = TRUE), function(file) {
  unlist(lapply(parse(file), function(line) {
    if (is.call(line) && identical(line[[1]], as.name("<-")) && is.symbol(line[[2]])) as.character(line[[2]])
  }))
}))
twice <- unique(defined[duplicated(defined)])
if (length(twice) > 0) {
  cat("defined twice:", toString(twice), "\n")
  quit(status = 1)
}
cat("lintr: clean\n")
