# Frames of any figure in whole columns: the rows of all frames one below the other, each frame a line of its own, as
# long as they are not too many; and groups as the frames of their rows.

frames_row_by_row <- function(part, values, frames, table) {
  width <- ifelse(frames$full, pmax(frames$high - frames$low + 1, 0), 0)
  if (sum(width) > limit("most_rows_of_frames")) return(NULL)
  expected <- figures_of_frames(part$node$figure, frames$low, width, frames$order, table)
  if (is.null(expected)) return(NULL)
  rows_check("frames", part, values, ifelse(frames$full, expected$values, NA),
    "each frame has the width it says, and its own figure", table, expected$slack, expected$relative)
}

# What is counted or picked out of the values, or lies between two of them, is the same both ways but for the rounding
# of the largest; sums of floating numbers are not.
is_picked <- function(node) {
  isTRUE(room_of("figure", node$fn)$picks) || node$kind %in% c("integer", "logical")
}

# For each frame, `width` rows from the place `low` of `order` on, the value of an expression of figures, and how far
# the first way may be from it.
figures_of_frames <- function(figure, low, width, order, table) {
  nodes <- figures_in(figure)
  able <- vapply(nodes, function(node) {
    goes_in_columns(node) && is.null(node$args$along) && !goes_by_order(node) &&
      node$kind %in% c("integer", "double", "logical")
  }, TRUE)
  if (!all(able)) return(NULL)
  found <- lapply(nodes, function(node) figure_of_frames(node, low, width, order, table))
  of_rows <- table_in_hand(table$column, length(width), function(id) found[[id]]$values)
  sizes <- Reduce(pmax, lapply(found, `[[`, "size"))
  list(
    values = as_plain_number(plain_vector(evaluate_column(figure, of_rows))),
    slack = 4 * .Machine$double.eps * ifelse(is.finite(sizes), sizes, 0),
    relative = if (all(vapply(nodes, is_picked, TRUE))) 0 else 1e-9
  )
}

figure_of_frames <- function(node, low, width, order, table) {
  read <- function(arg) if (!is.null(node$args[[arg]])) plain_vector(evaluate_column(node$args[[arg]], table))
  x <- read("x")
  weight <- read("weight")
  kept <- rep(FALSE, table$n)
  kept[rows_in_columns(node, x, weight, read("where"), table)] <- TRUE
  values <- sizes <- rep(NA_real_, length(width))
  largest <- room_of("figure", "max")$in_columns
  for (rows in split(seq_along(width), cumsum(as.double(width)) %/% 2e6)) {
    place <- order[sequence(width[rows], from = low[rows])]
    line <- rep(seq_along(rows), width[rows])[kept[place]]
    place <- place[kept[place]]
    values[rows] <- as_plain_number(room_of("figure", node$fn)$in_columns(x[place], line, length(rows), node,
      weight[place]))
    if (is_number_column(x)) sizes[rows] <- largest(finite_sizes(x[place]), line, length(rows))
  }
  list(values = values, size = sizes)
}

finite_sizes <- function(x) {
  x <- abs(as.double(x))
  replace(x, !is.finite(x), 0)
}

# A figure of the whole group stands beside each of its rows: each group is a frame of all its rows.
figures_of_groups <- function(part, values, group, table) {
  order <- order(group, method = "radix")
  size <- tabulate(group)
  expected <- figures_of_frames(part$node$figure, cumsum(size) - size + 1, size, order, table)
  if (is.null(expected)) return(NULL)
  rows_check("frames", part, values, expected$values[group], "each row has the figure of its group", table,
    expected$slack[group], expected$relative)
}

# Runs in whole columns: in the order of each group, a new one begins where the step is too far.
runs_of_groups <- function(part, values, group, table, steps) {
  node <- part$node
  x <- as.double(unclass(plain_vector(steps)))
  rows <- which(is.finite(x))
  rows <- rows[order(group[rows], x[rows], method = "radix")]
  n <- length(rows)
  if (n == 0) return(NULL)
  distinct <- unique(x[rows])
  reach <- if (node$step$unit == "months") vapply(distinct, months_from, 1, months = node$step$n) else
    distinct + node$step$n
  reach <- reach[match(x[rows], distinct)]
  new <- c(TRUE, diff(group[rows]) != 0 | x[rows][-1] > reach[-n])
  run <- cumsum(new)
  first <- match(group[rows], group[rows])
  expected <- replace(rep(NA_real_, table$n), rows, run - run[first] + 1)
  rows_check("frames", part, values, expected, "each run goes on as long as no step is missing", table)
}
