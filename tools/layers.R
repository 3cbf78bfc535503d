# The layers of R/ and the folders of src/core: what calls what. Draws docs/layers.svg; with --check it only
# looks for calls upward and for circles of files, and ends with 1 where there are some.

# Top-level names of a file, and the names that it uses.
read_file <- function(path) {
  parts <- lapply(as.list(parse(path, keep.source = FALSE)), function(expr) {
    defines <- is.call(expr) && identical(expr[[1]], as.name("<-")) && (is.symbol(expr[[2]]) || is.character(expr[[2]]))
    body <- eval(call("function", NULL, if (defines) expr[[3]] else expr))
    list(name = if (defines) as.character(expr[[2]]), uses = codetools::findGlobals(body))
  })
  list(
    defines = unlist(lapply(parts, `[[`, "name")), uses = unique(unlist(lapply(parts, `[[`, "uses")))
  )
}

read_layers <- function(path = "tools/layers.txt") {
  lines <- grep("^[a-z]", readLines(path), value = TRUE)
  files <- strsplit(trimws(sub("^[^:]*:", "", lines)), " +")
  stats::setNames(files, sub(":.*", "", lines))
}

layer_of <- function(files, layers) {
  stems <- sub("[.]R$", "", files)
  place <- rep(NA_integer_, length(files))
  for (k in seq_along(layers)) {
    exact <- stems %in% layers[[k]]
    globs <- grep("*", layers[[k]], fixed = TRUE, value = TRUE)
    like <- vapply(stems, function(stem) any(vapply(utils::glob2rx(globs), grepl, TRUE, stem)), TRUE)
    place[exact | (like & is.na(place))] <- k
  }
  place
}

# One row a call from one file to another, with the name called.
calls_between <- function(folder = "R") {
  paths <- setdiff(list.files(folder, "[.]R$", full.names = TRUE), file.path(folder, "RcppExports.R"))
  read <- stats::setNames(lapply(paths, read_file), basename(paths))
  owner <- unlist(lapply(names(read), function(file) {
    stats::setNames(rep(file, length(read[[file]]$defines)), read[[file]]$defines)
  }))
  calls <- do.call(rbind, lapply(names(read), function(file) {
    called <- intersect(read[[file]]$uses, names(owner))
    called <- called[owner[called] != file]
    data.frame(from = rep(file, length(called)), to = unname(owner[called]), name = called)
  }))
  list(files = names(read), calls = calls)
}

# Sets of files that all lead to each other.
circles <- function(files, calls) {
  reach <- matrix(FALSE, length(files), length(files), dimnames = list(files, files))
  reach[cbind(calls$from, calls$to)] <- TRUE
  for (k in files) reach <- reach | outer(reach[, k], reach[k, ])
  both <- reach & t(reach)
  unique(lapply(files[rowSums(both) > 0], function(file) files[both[file, ]]))
}

upward <- function(found, layers) {
  place <- stats::setNames(layer_of(found$files, layers), found$files)
  found$calls[place[found$calls$from] < place[found$calls$to], ]
}

wrong_with_layers <- function(layers = read_layers(), found = calls_between()) {
  place <- layer_of(found$files, layers)
  up <- upward(found, layers)
  c(
    if (anyNA(place)) sprintf("%s stands in no layer.", found$files[is.na(place)]),
    if (nrow(up)) sprintf("%s calls %s() of %s, which is above it.", up$from, up$name, up$to),
    vapply(circles(found$files, found$calls), function(files) {
      sprintf("%d files call each other in a circle: %s.", length(files), toString(files))
    }, "")
  )
}
