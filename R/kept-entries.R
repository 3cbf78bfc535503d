# Entries that a state keeps for figures which no fold of the core holds from part to part: the first, the last and the
# n-th value, lists, and any figure that says nothing of states. Of each line those are kept that can still count.

# For each such figure a table of its lines, values and order; place_of(rows) says where entries stand among all.
kept_entries <- function(nodes, groups, entries, place_of) {
  kept <- list()
  for (node in nodes) {
    values <- if (!is.null(node$args$x)) values_kept(node$args$x, entries)
    if (!is.null(fold_in_state(node, values))) next
    kept[[node$id]] <- kept_for(node, values, groups, entries, place_of)
  }
  kept
}

# Combinations are kept as texts, which mean the same in every part.
values_kept <- function(x, entries) {
  if (identical(x$type, "call") && isTRUE(room_of("row", x$fn)$of_whole_column)) {
    return(room_of("row", x$fn)$in_texts(lapply(unname(x$args), evaluate_column, table = entries)))
  }
  evaluate_column(x, entries)
}

kept_for <- function(node, values, groups, entries, place_of) {
  where <- node$args$where
  rows <- which(!is_missing_value(values))
  if (!is.null(where)) rows <- rows[as.logical(evaluate_column(where, entries))[rows] %in% TRUE]
  weight <- node$args$weight
  kept <- c(
    list(line = core_group_numbers(groups)[rows], at = place_of(rows), x = pick_rows(values, rows)),
    if (!is.null(weight)) list(weight = pick_rows(as_plain_number(evaluate_column(weight, entries)), rows)),
    along_kept(node, entries, rows)
  )
  thinned_out(node, kept)
}

along_kept <- function(node, entries, rows) {
  keys <- lapply(node$args$along, function(sort) pick_rows(evaluate_column(sort$node, entries), rows))
  stats::setNames(keys, sprintf("along%d", seq_along(keys)))
}

# Entries in the order that the figure goes by.
order_of_kept <- function(node, kept) {
  sorts <- node$args$along
  keys <- c(list(kept$line), unname(kept[sprintf("along%d", seq_along(sorts))]), list(kept$at))
  core_order(keys, c(FALSE, vapply(sorts, `[[`, TRUE, "down"), FALSE), length(kept$line))
}

# Without those that can count no more, whatever comes.
thinned_out <- function(node, kept) {
  keeps <- room_of("figure", node$fn)$keeps
  if (is.null(keeps) || length(kept$line) == 0) return(kept)
  order <- order_of_kept(node, kept)
  line <- kept$line[order]
  place <- sequence(rle(line)$lengths)
  size <- rep(rle(line)$lengths, rle(line)$lengths)
  rows <- sort(order[keeps(place, size, node)])
  lapply(kept, pick_rows, rows = rows)
}

stacked_kept <- function(mine, other, to) {
  other <- moved_kept(other, to)
  Map(function(a, b) stacked_alike(list(a, b)), mine, other[names(mine)])
}

# The same entries in other lines; those of a line that goes nowhere are left out.
moved_kept <- function(kept, place) {
  line <- place[kept$line]
  rows <- which(!is.na(line))
  kept$line <- line
  lapply(kept, pick_rows, rows = rows)
}

# The figure from the entries kept, as if they were all there were.
value_of_kept <- function(node, kept, at) {
  order <- order(kept$at)
  kept <- lapply(kept, pick_rows, rows = order)
  n <- length(kept$line)
  groups <- core_group(list(kept$line), n)
  column <- function(name) list(type = "column", name = name, kind = kind_of(kept[[name]]))
  own <- node
  own$feed <- NULL
  own$args["where"] <- list(NULL)
  own$args$x <- column("x")
  if (!is.null(node$args$weight)) own$args$weight <- column("weight")
  own$args$along <- if (length(node$args$along)) lapply(seq_along(node$args$along), function(k) {
    utils::modifyList(node$args$along[[k]], list(node = column(sprintf("along%d", k))))
  })
  worked <- work_figures(list(own), groups, table_in_hand(function(name) kept[[name]], n))$values[[1]]
  spread <- spread_to_lines(without_note(worked), node, match(at, kept$line[core_group_facts(groups)$first]))
  attr(spread, "note") <- attr(worked, "note")
  spread
}
