# lintr over the package and its scripts; ends non-zero if it finds anything.
lints <- c(
  lintr::lint_package("."), lintr::lint_dir("data-raw"), lintr::lint_dir("tools"), lintr::lint_dir("bench")
)
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
