# Builds the vignettes of an unpacked source package in their place, as R CMD build does, but with the package that is
# installed, so that nothing is compiled again: Rscript tools/vignettes.R folder
folder <- normalizePath(commandArgs(TRUE)[1])
tools::buildVignettes(dir = folder, quiet = TRUE, clean = FALSE)
built <- tools::pkgVignettes(dir = folder, output = TRUE, source = TRUE)
doc <- file.path(folder, "inst", "doc")
dir.create(doc, recursive = TRUE, showWarnings = FALSE)
made <- c(built$outputs, unlist(built$sources))
file.copy(c(made, built$docs), doc, overwrite = TRUE)
unlink(made)
unlink(file.path(folder, "vignettes", "figure"), recursive = TRUE)
dir.create(file.path(folder, "build"), showWarnings = FALSE)
index <- data.frame(
  File = basename(built$docs), Title = vapply(built$docs, function(path) {
    sub(".*VignetteIndexEntry[{](.*)[}].*", "\\1", grep("VignetteIndexEntry", readLines(path), value = TRUE)[1])
  }, ""), PDF = basename(built$outputs), R = vapply(built$names, function(name) paste0(name, ".R"), ""),
  row.names = NULL
)
index$Depends <- index$Keywords <- replicate(nrow(index), character(), simplify = FALSE)
saveRDS(index[c("File", "Title", "PDF", "R", "Depends", "Keywords")], file.path(folder, "build", "vignette.rds"),
  version = 2)
