# A window that goes along dates of several groups at once, because nobody said `per`: the row before
# is then another lock's. Where a key would make the order unique, it has most likely been forgotten.

check_group_said <- function(node, table) {
  if (!isTRUE(attr(node$per, "unsaid")) || length(node$along) == 0 || is.null(table$could_be_per)) return(invisible())
  if (table$n < 3 || tied_rows(node$per, node$along, table) == 0) return(invisible())
  keys <- forgotten_keys(node, table)
  if (is.null(keys)) return(invisible())
  names <- vapply(keys, name_text, "")
  per <- if (length(names) == 1) names else sprintf("c(%s)", toString(names))
  along <- sort_words(node$along)
  stop_idle(
    "no_group", paste(
      sprintf(
        "%s goes along %s, which has the same value in many rows: one for each %s.", node$text, along, both(tick(keys))
      ), "Without a group they are taken as one row after another."
    ), sprintf("Add per = %s to it; per = whole() says that all %s are meant together.", per,
      if (table$row == "entry") "entries" else "lines")
  )
}

forgotten_keys <- function(node, table) {
  along <- lapply(node$along, function(sort) evaluate_column(sort$node, table))
  level <- if (!is.null(table$level)) list(table$level)
  dates <- groups_of(c(level, along), table)
  by_dates <- is_moment(node$along[[1]]$node$kind) || all(vapply(node$along, function(sort) {
    sort$node$type == "column" && sort$node$name %in% table$keys
  }, TRUE))
  if (!by_dates || dates > 2 * table$n / 3) return(NULL)
  in_order <- unlist(lapply(node$along, function(sort) columns_in(sort$node)))
  able <- setdiff(table$could_be_per(), in_order)
  for (name in able) {
    if (parts_the_rows(name, along, level, dates, table)) return(name)
  }
  if (length(table$keys) && length(able) > 1 && parts_the_rows(able, along, level, dates, table)) able
}

groups_of <- function(columns, table) core_group_facts(core_group(unname(columns), table$n))$size

# Whether each date stands once for each value of a key, and most values have most dates. Among entries
# some may stand twice by mistake.
parts_the_rows <- function(names, along, level, dates, table) {
  columns <- lapply(names, table$column)
  own <- groups_of(c(level, columns), table)
  if (own < 2 || own > table$n / 2) return(FALSE)
  both <- groups_of(c(level, along, columns), table)
  if (length(table$keys)) return(both == table$n)
  both >= 0.98 * table$n && table$n >= 0.25 * as.double(own) * dates
}
