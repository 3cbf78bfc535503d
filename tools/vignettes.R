# Builds the vignettes of an unpacked source package in their place, as R CMD build does, but with the package that is
# installed, so that nothing is compiled again: Rscript tools/vignettes.R folder
build_in_place <- function(folder) { # in a function, since vignettes are run in the global environment
  tools::buildVignettes(dir = folder, quiet = TRUE, clean = FALSE)
  built <- tools::pkgVignettes(dir = folder, output = TRUE, source = TRUE)
  doc <- file.path(folder, "inst", "doc")
  dir.create(doc, recursive = TRUE, showWarnings = FALSE)
  made <- c(built$outputs, unlist(built$sources))
  stopifnot(file.copy(c(made, built$docs), doc, overwrite = TRUE))
  unlink(made)
  unlink(file.path(folder, "vignettes", "figure"), recursive = TRUE)
  dir.create(file.path(folder, "build"), showWarnings = FALSE)
  saveRDS(vignette_index(built), file.path(folder, "build", "vignette.rds"), version = 2)
}

vignette_index <- function(built) {
  titles <- vapply(built$docs, function(path) {
    sub(".*VignetteIndexEntry[{](.*)[}].*", "\\1", grep("VignetteIndexEntry", readLines(path), value = TRUE)[1])
  }, "")
  index <- data.frame(File = basename(built$docs), Title = titles, PDF = basename(built$outputs),
    R = paste0(built$names, ".R"), row.names = NULL)
  index$R[!basename(index$R) %in% basename(unlist(built$sources))] <- ""
  index$Depends <- index$Keywords <- replicate(nrow(index), character(), simplify = FALSE)
  index[c("File", "Title", "PDF", "R", "Depends", "Keywords")]
}

build_in_place(normalizePath(commandArgs(TRUE)[1]))
