# Levels: the lines of a page at all its grains. The first level is the lines themselves; the lines
# of any other level gather those that share the keys it keeps, and are its subtotals.

# The levels over the lines, one for each set of keys in `sets`, finest first. Each has the keys that it
# keeps, its `size`, for each line of the finest level its own line (`of_line`), for each group of entries
# the same (`of_group`), a line for each of its own that has its keys (`first`), and the earlier level that
# it gathers.
planned_levels <- function(lines, sets) {
  levels <- list()
  for (keys in sets) levels <- c(levels, list(planned_level(lines, keys, levels)))
  levels
}

planned_level <- function(lines, keys, before) {
  gathered <- core_group(unname(lines$columns[keys]), lines$n)
  of_line <- core_group_numbers(gathered)
  facts <- core_group_facts(gathered)
  level <- list(
    keys = keys, size = if (length(keys)) facts$size else 1, of_line = of_line, from = 0,
    first = if (length(keys)) facts$first else 1L[lines$n > 0]
  )
  level$of_group <- pick_rows(of_line, line_of_group(lines))
  level$to <- level$of_group
  for (k in seq_along(before)) {
    if (!all(keys %in% before[[k]]$keys)) next
    if (level$from > 0 && before[[level$from]]$size <= before[[k]]$size) next
    level$from <- k
    level$to <- pick_rows(of_line, before[[k]]$first)
  }
  level
}

# All levels as one table of lines, the finest first; `tables` has the figures of the others.
stack_levels <- function(lines, tables) {
  levels <- lines$levels
  keyed <- Map(function(level, table) {
    keys <- lapply(stats::setNames(nm = lines$keys), function(key) {
      kept <- if (key %in% level$keys) level$first else rep(NA_integer_, level$size)
      pick_rows(lines$columns[[key]], kept[seq_len(level$size)])
    })
    c(keys, table[setdiff(names(table), lines$keys)])
  }, levels, tables)
  sizes <- c(lines$n, vapply(levels, `[[`, 1, "size"))
  kept <- c(list(lines$keys), lapply(levels, `[[`, "keys"))
  lines$columns <- lapply(stats::setNames(nm = names(lines$columns)), function(name) {
    stacked(c(list(lines$columns[[name]]), lapply(keyed, `[[`, name)))
  })
  lines$n <- sum(sizes)
  lines$level <- rep(seq_along(sizes), sizes)
  lines$level_keys <- kept
  lines$line_kind <- rep(vapply(kept, kind_of_level, "", all = lines$keys), sizes)
  lines$summed_over <- rep(vapply(kept, function(keys) text_of_names(setdiff(lines$keys, keys)), ""), sizes)
  lines
}

kind_of_level <- function(keys, all) {
  if (length(keys) == length(all)) "line" else if (length(keys) == 0) "total" else "subtotal"
}

# For windows within parent(): which lines have the same line above them.
parent_groups <- function(lines) {
  if (!is_footed(lines)) return(NULL)
  parents <- parent_sets(lines$level_keys, lines$footing$across)
  columns <- lapply(lines$keys, function(key) {
    shared <- vapply(parents, function(keys) key %in% keys, TRUE)[lines$level]
    pick_rows(lines$columns[[key]], ifelse(shared, seq_len(lines$n), NA_integer_))
  })
  core_group_numbers(core_group(c(list(lines$level), columns), lines$n))
}

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
