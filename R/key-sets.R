# Sets of keys: those that the levels of a page keep, and which stands above which.

# For each set of keys the largest of the sets inside it; NULL where two are as near. The topmost is
# its own parent. Cells and edges of a crosstab each have theirs.
parent_sets <- function(sets, across = NULL) {
  lapply(sets, function(set) {
    above <- Filter(function(other) {
      length(other) < length(set) && all(other %in% set) && any(across %in% other) == any(across %in% set)
    }, sets)
    if (length(above) == 0) return(set)
    nearest <- Filter(function(one) {
      !any(vapply(above, function(other) length(other) > length(one) && all(one %in% other), TRUE))
    }, above)
    if (length(nearest) == 1) nearest[[1]]
  })
}

# The sets of keys that levels keep, finest first, without the lines' own. With a key abreast, each
# level of the rows has its cells, and its edge where one is wanted.
level_sets <- function(sets, keys, abreast = NULL) {
  sets <- c(list(keys), sets)
  if (!is.null(abreast)) {
    rows <- unique(c(lapply(sets, setdiff, abreast$key), if (abreast$needs_foot) list(character())))
    cells <- lapply(rows, function(set) c(set, abreast$key))
    sets <- c(cells, if (abreast$needs_side) rows)
  }
  sets <- lapply(sets, function(set) keys[keys %in% set])
  sets <- unique(c(list(keys), sets))
  sets[order(-lengths(sets))][-1]
}
