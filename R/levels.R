# Levels: the lines of a page at all its grains. The first level is the lines themselves; the lines
# of any other level gather those that share the keys it keeps, and are its subtotals.

# The sets of keys that levels keep, finest first, without the lines' own. With a key abreast, each
# level of the rows has its cells, and its edge where one is wanted.
level_sets <- function(footing, abreast, keys) {
  sets <- c(list(keys), footing$sets)
  if (!is.null(abreast)) {
    rows <- unique(c(lapply(sets, setdiff, abreast$key), if (abreast$needs_foot) list(character())))
    cells <- lapply(rows, function(set) c(set, abreast$key))
    sets <- c(cells, if (abreast$needs_side) rows)
  }
  sets <- lapply(sets, function(set) keys[keys %in% set])
  sets <- unique(c(list(keys), sets))
  sets[order(-lengths(sets))][-1]
}

# The levels of a page once its lines are known. Each has the keys that it keeps, its `size`, for each
# line of the finest level its own line (`of_line`), for each group of entries the same (`of_group`), a
# line for each of its own that has its keys (`first`), and the earlier level that it gathers.
planned_levels <- function(state) {
  checked <- state$brief$checked
  if (is.null(checked$footing)) return(list())
  levels <- list()
  for (keys in level_sets(checked$footing, checked$abreast, state$keys)) {
    levels <- c(levels, list(planned_level(state, keys, levels)))
  }
  levels
}

planned_level <- function(state, keys, before) {
  gathered <- core_group(unname(state$lines[keys]), state$n_lines)
  of_line <- core_group_numbers(gathered)
  facts <- core_group_facts(gathered)
  level <- list(
    keys = keys, size = if (length(keys)) facts$size else 1, of_line = of_line, from = 0,
    first = if (length(keys)) facts$first else 1L[state$n_lines > 0]
  )
  level$of_group <- pick_rows(of_line, line_of_group(state))
  level$to <- level$of_group
  for (k in seq_along(before)) {
    if (!all(keys %in% before[[k]]$keys)) next
    if (level$from > 0 && before[[level$from]]$size <= before[[k]]$size) next
    level$from <- k
    level$to <- pick_rows(of_line, before[[k]]$first)
  }
  level
}

# The line of each group of entries; with crossed keys there are more lines than groups.
line_of_group <- function(state) {
  n_groups <- core_group_facts(state$groups)$size
  if (is.null(state$line_group)) return(seq_len(n_groups))
  match(seq_len(n_groups), state$line_group)
}

# The number of each entry's group, kept while the page is worked.
entry_groups <- function(state) {
  if (is.null(state$entry_groups)) state$entry_groups <- core_group_numbers(state$groups)
  state$entry_groups
}

# Entries gathered anew: `of_group` says where the entries of each group go. `number` is what the
# groups of the result were called in it.
regrouped <- function(state, of_group) {
  target <- core_look_up(entry_groups(state), as.integer(of_group))
  groups <- core_group(list(target), state$n)
  list(groups = groups, number = target[core_group_facts(groups)$first], target = target)
}

# All levels as one table of lines, the finest first.
stack_levels <- function(state, tables) {
  levels <- state$levels
  keyed <- Map(function(level, table) {
    keys <- lapply(stats::setNames(state$keys, state$keys), function(key) {
      kept <- if (key %in% level$keys) level$first else rep(NA_integer_, level$size)
      pick_rows(state$lines[[key]], kept[seq_len(level$size)])
    })
    c(keys, table[setdiff(names(table), state$keys)])
  }, levels, tables)
  sizes <- c(state$n_lines, vapply(levels, `[[`, 1, "size"))
  kept <- c(list(state$keys), lapply(levels, `[[`, "keys"))
  state$lines <- lapply(stats::setNames(nm = names(state$lines)), function(name) {
    stacked(c(list(state$lines[[name]]), lapply(keyed, `[[`, name)))
  })
  state$n_lines <- sum(sizes)
  state$level <- rep(seq_along(sizes), sizes)
  state$level_keys <- kept
  state$line_kind <- rep(vapply(kept, kind_of_level, "", all = state$keys), sizes)
  state$summed_over <- rep(vapply(kept, function(keys) text_of_names(setdiff(state$keys, keys)), ""), sizes)
}

kind_of_level <- function(keys, all) {
  if (length(keys) == length(all)) "line" else if (length(keys) == 0) "total" else "subtotal"
}

# The lines of the page that have been gathered from entries, and not from other lines.
is_footed <- function(state) !is.null(state$level)

# For windows: lines of one level are compared among themselves.
level_groups <- function(state) if (is_footed(state)) state$level

# For windows within parent(): which lines have the same line above them.
parent_groups <- function(state) {
  if (!is_footed(state)) return(NULL)
  parents <- parent_sets(state$level_keys, state$brief$checked$abreast$key)
  columns <- lapply(state$keys, function(key) {
    shared <- vapply(parents, function(keys) key %in% keys, TRUE)[state$level]
    pick_rows(state$lines[[key]], ifelse(shared, seq_len(state$n_lines), NA_integer_))
  })
  core_group_numbers(core_group(c(list(state$level), columns), state$n_lines))
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

# What tells the lines of a footed page from its subtotals, and lines of others from both.
level_columns <- c("line_kind", "summed_over")

level_marks <- function(state) {
  lapply(Filter(Negate(is.null), mget(level_columns, state, ifnotfound = list(NULL))), as_text_vector)
}

# Lines in order, each subtotal after its lines (or before them): keys are gone through one by one,
# and the lines that share those up to there are placed by what their own subtotal has in `sorts`.
footed_order <- function(state, sorts = list(), table = NULL) {
  keys <- order_of_keys(state)
  flags <- lapply(keys, summed_flags, state = state)
  values <- lapply(unname(state$lines[keys]), in_language, state = state)
  path <- c(rbind(flags, values))
  if (length(sorts) == 0) return(core_order(path, rep(FALSE, length(path)), state$n_lines))
  sorted <- lapply(sorts, function(sort) in_language(evaluate_column(sort$node, table), state))
  down <- vapply(sorts, function(sort) sort$down, TRUE)
  by <- lapply(seq_along(keys), function(depth) {
    shared <- core_group_numbers(core_group(path[seq_len(2 * depth)], state$n_lines))
    above <- if (depth == length(keys)) seq_len(state$n_lines) else subtotal_of(shared, flags[-seq_len(depth)])
    c(flags[depth], lapply(sorted, pick_rows, rows = above), list(shared))
  })
  core_order(unname(do.call(c, by)), rep(c(FALSE, down, FALSE), length(keys)), state$n_lines)
}

# Keys as the footing names them, then the rest; a key that stands abreast comes last.
order_of_keys <- function(state) {
  checked <- state$brief$checked
  keys <- union(checked$footing$keys, state$keys)
  c(setdiff(keys, checked$abreast$key), checked$abreast$key)
}

# Where a line has no value of a key: 1 since it is one of others, 2 since it sums over it.
summed_flags <- function(key, state) {
  kept <- vapply(state$level_keys, function(keys) key %in% keys, TRUE)
  before <- identical(state$brief$checked$footing$subtotals, "before")
  flag <- ifelse(kept, 0L, if (before) -1L else 2L)[state$level]
  if (!key %in% state$others_per) flag[state$line_kind == "others"] <- 1L
  flag
}

# For each line the subtotal of those that share its keys so far, which sums over all further ones.
subtotal_of <- function(shared, further) {
  sums <- which(Reduce(`&`, lapply(further, function(flag) flag %in% c(-1L, 2L))))
  place <- rep(NA_integer_, max(shared, 0))
  place[shared[sums]] <- sums
  place[shared]
}
