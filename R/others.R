# Lines of others: where top() gathers the rest of the lines in one, worked again from their entries.

gather_others <- function(drawn, checked) {
  wanted <- Filter(function(part) part$type != "condition" && part$others, checked)
  if (length(wanted) == 0 || drawn$lines$hidden == 0) return(drawn)
  lines <- drawn$lines
  per <- vapply(wanted[[1]]$per, function(node) node$name, "")
  rest <- which(!lines$shown & !is_subtotal(lines))
  gathered <- core_group(unname(lapply(lines$columns[per], pick_rows, rows = rest)), length(rest))
  of_line <- rep(NA_integer_, lines$n)
  of_line[rest] <- core_group_numbers(gathered)
  first <- if (length(per)) rest[core_group_facts(gathered)$first] else rest[1]
  append_others(drawn, of_line, first, per)
}

# `of_line` is the line of others of each line, and `first` has a line of each.
append_others <- function(drawn, of_line, first, per) {
  lines <- drawn$lines
  anew <- regrouped(drawn, of_line[line_of_group(lines)])
  figures <- figures_of_others(drawn, anew$groups, first, per)
  lines$columns <- lapply(stats::setNames(nm = names(lines$columns)), function(name) {
    others <- if (is.null(figures[[name]])) beside_others(drawn, name, of_line, seq_along(first)) else figures[[name]]
    stacked(list(lines$columns[[name]], others))
  })
  kinds <- if (is_footed(lines)) lines$line_kind else rep("line", lines$n)
  if (is_footed(lines)) {
    lines$level <- c(lines$level, rep(1L, length(first)))
    lines$summed_over <- c(lines$summed_over, rep("", length(first)))
  }
  lines$line_kind <- c(kinds, rep("others", length(first)))
  lines$shown <- c(lines$shown, rep(TRUE, length(first)))
  lines$n <- lines$n + length(first)
  lines$others_per <- per
  lines$others_of_entry <- anew$target
  lines$others_of_group <- of_line[line_of_group(drawn$lines)]
  lines$gathered <- sum(!is.na(of_line))
  drawn$lines <- lines
  drawn
}

# Keys that lines of others share, and their figures; the groups are theirs, and one of those that are shown.
figures_of_others <- function(drawn, groups, first, per) {
  n_groups <- size_of_groups(groups)
  places <- c(seq_along(first), rep(NA_integer_, n_groups - length(first)))
  keys <- lapply(stats::setNames(nm = drawn$lines$keys), function(key) {
    of <- if (key %in% per) first else rep(NA_integer_, length(first))
    pick_rows(pick_rows(drawn$lines$columns[[key]], of), places)
  })
  worked <- figures_over(drawn, drawn$lines$figures, groups, keys, n_groups)
  lapply(worked$lines, pick_rows, rows = seq_along(first))
}

# Of what stands beside the lines only a share makes sense for others: theirs together.
beside_others <- function(drawn, name, of_line, kept) {
  values <- drawn$lines$columns[[name]]
  if (is.null(drawn$page$formats[[name]])) return(pick_rows(values, rep(NA_integer_, length(kept))))
  vapply(kept, function(group) sum(values[which(of_line == group)]), 1)
}
