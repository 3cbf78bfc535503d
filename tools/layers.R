# The layers of R/ and the folders of src/core: what calls what. Run as a script it draws docs/layers.png, and ends
# with 1 where a call goes upward or files call each other in a circle.

# The names in an expression that are neither arguments nor set there, nor parts of something or quoted.
names_used <- function(expr) {
  used <- set <- character()
  look <- function(expr) {
    if (is.symbol(expr)) used <<- c(used, as.character(expr))
    if (is.pairlist(expr)) set <<- c(set, names(expr))
    inner <- if (is.call(expr) || is.pairlist(expr)) as.list(expr)
    if (is.call(expr) && is.symbol(expr[[1]])) {
      head <- as.character(expr[[1]])
      if (head %in% c("<-", "for") && is.symbol(expr[[2]])) set <<- c(set, as.character(expr[[2]]))
      inner <- switch(head, "$" = , "::" = , ":::" = inner[2], quote = NULL, inner)
    }
    for (k in seq_along(inner)) if (!identical(inner[[k]], quote(expr = ))) look(inner[[k]])
  }
  look(expr)
  setdiff(unique(used), set)
}

# Top-level names of a file, and the names that it uses.
read_file <- function(path) {
  parts <- lapply(as.list(parse(path, keep.source = FALSE)), function(expr) {
    defines <- is.call(expr) && identical(expr[[1]], as.name("<-")) && (is.symbol(expr[[2]]) || is.character(expr[[2]]))
    list(name = if (defines) as.character(expr[[2]]), uses = names_used(if (defines) expr[[3]] else expr))
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
    globs <- utils::glob2rx(grep("*", layers[[k]], fixed = TRUE, value = TRUE))
    like <- Reduce(`|`, lapply(globs, grepl, stems), logical(length(stems)))
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
  list(files = names(read), calls = calls, defined = data.frame(name = names(owner), file = unname(owner)))
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
  twice <- found$defined[duplicated(found$defined$name), ]
  c(
    if (nrow(twice)) sprintf("%s, defined in %s, is defined before: the last to be read wins.", twice$name, twice$file),
    if (anyNA(place)) sprintf("%s stands in no layer.", found$files[is.na(place)]),
    if (nrow(up)) sprintf("%s calls %s() of %s, which is above it.", up$from, up$name, up$to),
    vapply(circles(found$files, found$calls), function(files) {
      sprintf("%d files call each other in a circle: %s.", length(files), toString(files))
    }, "")
  )
}

# The folders of the core and which of them include files of which.
core_folders <- function(folder = "src/core") {
  files <- list.files(folder, "[.](h|cpp)$", recursive = TRUE)
  files <- files[!startsWith(files, "tests/") & grepl("/", files)]
  included <- do.call(rbind, lapply(files, function(file) {
    to <- regmatches(text <- readLines(file.path(folder, file)), regexpr("#include \"[a-z_]+/", text))
    data.frame(from = rep(dirname(file), length(to)), to = gsub("#include \"|/", "", to))
  }))
  list(files = files, included = unique(included[included$from != included$to, ]))
}

core_order <- c("base", "column", "exact", "sort", "text", "read", "group", "match", "folds", "window", "route")

# A folder is compiled as one, by the file of its name, and so are all bridges: the sources that none of these names.
left_out_of_build <- function(folder = "src") {
  sources <- function(pattern) Sys.glob(file.path(folder, pattern))
  together <- c(sources("bridges.cpp"), sources("core/*.cpp"))
  named <- unlist(lapply(together, function(file) {
    lines <- grep("^#include", readLines(file), value = TRUE)
    file.path(dirname(file), gsub("#include |\"", "", lines))
  }))
  setdiff(c(sources("bridge*.cpp"), sources("core/*/*.cpp")), c(together, named, sources("core/tests/*.cpp")))
}

# Folders that include what stands above them, folders that stand in no order, and sources that are not compiled.
wrong_with_core <- function(found = core_folders(), apart = left_out_of_build()) {
  place <- function(name) match(name, core_order)
  up <- found$included[place(found$included$from) < place(found$included$to), ]
  unknown <- setdiff(dirname(found$files), core_order)
  left_out <- grep("([Oo]ld|^check|^chm)$", dirname(found$files), value = TRUE)
  c(
    if (length(left_out)) sprintf("R CMD build leaves out a folder called %s.", unique(left_out)),
    if (length(apart)) sprintf("%s is not compiled: the file of its folder does not include it.", apart),
    if (length(unknown)) sprintf("The folder %s stands in no order.", unknown),
    if (nrow(up)) sprintf("%s includes files of %s, which is above it.", up$from, up$to)
  )
}

# Bands from the lowest up, each with its names and with the numbers of calls to the bands below.
draw_bands <- function(title, bands, said) {
  n <- length(bands)
  graphics::plot.new()
  graphics::plot.window(c(0, 100), c(0, n + 0.6))
  graphics::text(0, n + 0.35, title, adj = 0, font = 2, cex = 1.1)
  for (k in seq_len(n)) {
    graphics::rect(0, k - 0.94, 100, k - 0.04, col = if (k %% 2) "#eef3f1" else "#e2ebe7", border = "#9db4aa")
    graphics::text(1, k - 0.26, names(bands)[k], adj = 0, font = 2, cex = 0.8)
    graphics::text(99, k - 0.26, said[k], adj = 1, cex = 0.62, col = "#5d7269")
    lines <- strwrap(paste(bands[[k]], collapse = ", "), 170)
    most <- 2
    if (length(lines) > most) lines <- c(lines[seq_len(most - 1)], paste(lines[most], "..."))
    graphics::text(1, k - 0.52 - 0.22 * (seq_along(lines) - 1), lines, adj = 0, cex = 0.6)
  }
}

draw_layers <- function(path = "docs/layers.png") {
  layers <- read_layers()
  found <- calls_between()
  place <- stats::setNames(layer_of(found$files, layers), found$files)
  bands <- lapply(stats::setNames(seq_along(layers), names(layers)), function(k) {
    stems <- sub("[.]R$", "", names(place)[place == k])
    kinds <- table(sub("-.*", "", stems))
    many <- names(kinds)[kinds > 4 & names(layers)[k] == "rooms"]
    c(setdiff(stems, unlist(lapply(many, function(kind) grep(paste0("^", kind, "-"), stems, value = TRUE)))),
      sprintf("%s-* (%d)", many, kinds[many]))
  })
  said <- vapply(seq_along(layers), function(k) {
    calls <- found$calls[place[found$calls$from] == k & place[found$calls$to] < k, ]
    below <- table(factor(names(layers)[place[calls$to]], names(layers)))
    below <- sort(below[below > 0], decreasing = TRUE)
    if (length(below)) paste("calls", paste(sprintf("%s %d", names(below), below), collapse = ", ")) else ""
  }, "")
  core <- core_folders()
  folders <- lapply(stats::setNames(nm = core_order), function(name) {
    unique(sub("[.](h|cpp)$", "", basename(core$files[dirname(core$files) == name])))
  })
  uses <- vapply(core_order, function(name) {
    to <- intersect(core_order, core$included$to[core$included$from == name])
    if (length(to)) paste("includes", toString(to)) else ""
  }, "")
  grDevices::png(path, 1280, 1500, res = 110)
  graphics::par(mfrow = c(2, 1), mar = c(0.5, 0.5, 0.5, 0.5))
  draw_bands("R/: a file calls its own layer and those below, and no files call each other in a circle", bands, said)
  draw_bands("src/core/: a folder includes its own files and those of folders below", folders, uses)
  grDevices::dev.off()
  invisible(path)
}

if (sys.nframe() == 0) {
  wrong <- c(wrong_with_layers(), wrong_with_core())
  if (length(wrong)) {
    cat(wrong, sep = "\n")
    quit(status = 1)
  }
  draw_layers()
  cat("Drawn: docs/layers.png\n")
}
