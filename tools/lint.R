# lintr over the package and its scripts, a file at a time on each core; ends non-zero if it finds anything.
library(lintr)
files <- list.files(c("R", "tests", "inst", "vignettes", "data-raw", "tools", "bench", "exec"), "[.](R|Rmd)$",
  recursive = TRUE, full.names = TRUE)
files <- setdiff(files, "R/RcppExports.R")
is_code <- grepl("[.]R$", files)
linters <- eval(parse(text = read.dcf(".lintr", "linters")))
# What is found in code by looking at its text, and is below, takes lintr half of its time.
of_code <- linters[setdiff(names(linters), c("T_and_F_symbol_linter", "trailing_whitespace_linter", "no_tab_linter",
  "trailing_blank_lines_linter"))]
# lintr takes each expression of a file by itself, and half of its time for that: code is made one, within a function.
lint_code <- function(file) {
  within <- file.path(folder, gsub("/", "_", file, fixed = TRUE))
  writeLines(c("within <- function() {", readLines(file, warn = FALSE), "}"), within)
  lapply(lint(within, linters = of_code, parse_settings = FALSE), function(found) {
    found$filename <- file
    found$line_number <- found$line_number - 1L
    found
  })
}
folder <- tempfile()
dir.create(folder)
lints <- parallel::mclapply(seq_along(files), function(k) {
  if (is_code[k]) lint_code(files[k]) else lint(files[k], linters = linters, parse_settings = FALSE)
}, mc.cores = max(1, parallel::detectCores()))
broken <- vapply(lints, inherits, TRUE, "try-error")
if (any(broken)) stop("lintr failed: ", lints[broken][[1]])
lints <- do.call(c, lints)
if (length(lints) > 0) {
  print(structure(lints, class = "lints"))
  quit(status = 1)
}
wrong <- unlist(lapply(files[is_code], function(file) {
  text <- readChar(file, file.size(file), useBytes = TRUE)
  at <- grep("[[:space:]]$|\t", strsplit(text, "\n")[[1]], useBytes = TRUE)
  short <- any(c("T", "F") %in% all.names(parse(file, keep.source = FALSE)))
  c(sprintf("%s:%d: a tab, or a blank at the end", file, at),
    if (!grepl("[^\n]\n$", text, useBytes = TRUE)) sprintf("%s: ends in a blank line, or in none", file),
    if (short) sprintf("%s: T or F in place of TRUE or FALSE", file))
}))
if (length(wrong) > 0) {
  writeLines(wrong)
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
