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
  sizes <- c(lines$n, vapply(levels, `[[`, 1, "size"))
  kept <- c(list(lines$keys), lapply(levels, `[[`, "keys"))
  for (name in names(lines$columns)) {
    column <- lines$columns[[name]]
    lines$columns[[name]] <- if (name %in% lines$keys) {
      pick_rows(column, c(seq_len(lines$n), unlist(lapply(levels, lines_of_key, key = name))))
    } else {
      stacked(c(list(column), lapply(tables, `[[`, name)))
    }
  }
  lines$n <- sum(sizes)
  lines$level <- rep(seq_along(sizes), sizes)
  lines$level_keys <- kept
  lines$line_kind <- rep(vapply(kept, kind_of_level, "", all = lines$keys), sizes)
  lines$summed_over <- rep(vapply(kept, function(keys) text_of_names(lines$keys[!lines$keys %in% keys]), ""), sizes)
  lines
}

# The lines that a level has a key from; none where it sums over the key.
lines_of_key <- function(level, key) {
  if (key %in% level$keys) level$first[seq_len(level$size)] else rep(NA_integer_, level$size)
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
