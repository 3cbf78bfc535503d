# lintr over the package and its scripts; ends non-zero if it finds anything.
lints <- c(
  lintr::lint_package("."), lintr::lint_dir("data-raw"), lintr::lint_dir("tools"), lintr::lint_dir("bench")
)
if (length(lints) > 0) {
  print(structure(lints, class = "lints"))
  quit(status = 1)
}
cat("lintr: clean\n")
