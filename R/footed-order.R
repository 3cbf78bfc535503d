# The order of lines and their subtotals.

# Lines in order, each subtotal after its lines (or before them): keys are gone through one by one,
# and the lines that share those up to there are placed by what their own subtotal has in `sorted`, the
# columns to sort by, of which those `down` go from the largest.
footed_order <- function(lines, locale, sorted = list(), down = logical()) {
  keys <- order_of_keys(lines)
  flags <- lapply(keys, summed_flags, lines = lines)
  values <- lapply(unname(lines$columns[keys]), in_language, locale = locale)
  path <- c(rbind(flags, values))
  if (length(sorted) == 0) return(core_order(path, rep(FALSE, length(path)), lines$n))
  by <- lapply(seq_along(keys), function(depth) {
    shared <- core_group_numbers(core_group(path[seq_len(2 * depth)], lines$n))
    above <- if (depth == length(keys)) seq_len(lines$n) else subtotal_of(shared, flags[-seq_len(depth)])
    c(flags[depth], lapply(sorted, pick_rows, rows = above), list(shared))
  })
  core_order(unname(do.call(c, by)), rep(c(FALSE, down, FALSE), length(keys)), lines$n)
}

# Keys as the footing names them, then the rest; a key that stands abreast comes last.
order_of_keys <- function(lines) {
  keys <- union(lines$footing$keys, lines$keys)
  across <- lines$footing$across
  c(setdiff(keys, across), across)
}

# Where a line has no value of a key: 1 since it is one of others, 2 since it sums over it.
summed_flags <- function(key, lines) {
  kept <- vapply(lines$level_keys, function(keys) key %in% keys, TRUE)
  before <- identical(lines$footing$subtotals, "before")
  flag <- ifelse(kept, 0L, if (before) -1L else 2L)[lines$level]
  if (!key %in% lines$others_per) flag[lines$line_kind == "others"] <- 1L
  flag
}

# For each line the subtotal of those that share its keys so far, which sums over all further ones.
subtotal_of <- function(shared, further) {
  sums <- which(Reduce(`&`, lapply(further, function(flag) flag %in% c(-1L, 2L))))
  place <- rep(NA_integer_, max(shared, 0))
  place[shared[sums]] <- sums
  place[shared]
}
