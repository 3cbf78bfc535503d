# Windows in whole columns of plain R: what must hold of every row, not of a sample alone.

# Of all rows the place is one more than the rows ahead.
ranks_of_groups <- function(part, values, group, table) {
  node <- part$node
  expected <- ranks_in_columns(node, group, plain_order(node$along, table))
  said <- switch(node$fn,
    row_number = , rank = "each is one more than the rows ahead", dense_rank = "each is one more than the places ahead",
    "each is the part of the rows ahead or up to it"
  )
  rows_check("ranks", part, values, expected, said, table)
}

ranks_in_columns <- function(node, group, ordered) {
  rows <- which(!ordered$gap | node$fn == "row_number")
  rows <- rows[order(group[rows], ordered$place[rows], method = "radix")]
  at <- seq_along(rows)
  own <- group[rows]
  begin <- match(own, own)
  new <- c(TRUE, diff(own) != 0 | diff(ordered$place[rows]) != 0)[at]
  ahead <- cummax(ifelse(new, at, 0L)) - begin
  upto <- length(rows) + 1L - match(cumsum(new), rev(cumsum(new))) - begin + 1L
  size <- tabulate(own)[own]
  worked <- switch(node$fn,
    row_number = at - begin + 1L, rank = ahead + 1L, dense_rank = cumsum(new) - cumsum(new)[begin] + 1L,
    percent_rank = ifelse(size == 1, 0, ahead / (size - 1)), cume_dist = upto / size
  )
  replace(rep(NA_real_, length(group)), rows, worked)
}

# Totals, averages and counts of frames from running totals, whose ends are found by place or date; a
# frame that is off by a row shows in the first row where the values differ.
frames_of_groups <- function(part, values, group, table, said = NULL) {
  node <- part$node
  farther <- farther_of(node$figure)
  frames <- frames_in_columns(node, group, table)
  if (is.null(frames)) return(NULL)
  if (!goes_by_totals(node$figure) && is.null(farther)) return(frames_row_by_row(part, values, frames, table))
  found <- if (is.null(farther)) totals_in_columns(node$figure, frames, table) else
    list(values = ends_in_columns(node$figure, frames, table, farther), slack = 0)
  if (is.null(said)) said <- if (is.null(farther)) "each frame has the width it says, and its total" else
    "each frame has the width it says, and its own end"
  rows_check("frames", part, values, ifelse(frames$full, found$values, NA), said, table, found$slack,
    if (is.null(farther)) 1e-9 else 0)
}

# The smallest or the largest of a frame.
farther_of <- function(figure) {
  if (figure$type == "figure" && isTRUE(figure$args$x$kind %in% c("integer", "double"))) room_of("figure",
    figure$fn)$farther
}

# Of each frame the end of two stretches that cover it, whose lengths are powers of two: each step doubles them.
ends_in_columns <- function(figure, frames, table, farther) {
  x <- as.double(plain_vector(evaluate_column(figure$args$x, table)))
  where <- figure$args$where
  if (!is.null(where)) x[!plain_vector(evaluate_column(where, table)) %in% TRUE] <- NA
  odd <- cumsum(c(0, is.nan(x) & !is_missing_value(x))[c(1, 1 + frames$order)])
  stretch <- replace(x, is.nan(x), NA)[frames$order]
  width <- frames$high - frames$low + 1
  step <- floor(log2(pmax(width, 1)))
  found <- rep(NA_real_, table$n)
  for (k in seq(0, max(step, 0))) {
    rows <- which(step == k & width > 0)
    found[rows] <- farther(stretch[frames$low[rows]], stretch[frames$high[rows] - 2^k + 1], na.rm = TRUE)
    ahead <- seq_along(stretch) + 2^k
    stretch <- farther(stretch, stretch[ahead], na.rm = TRUE)
  }
  found[which(width > 0 & odd[frames$high + 1] > odd[frames$low])] <- NaN
  found
}

goes_by_totals <- function(figure) {
  figure$type == "figure" && !is.null(room_of("figure", figure$fn)$of_totals) && is.null(figure$args$weight) &&
    (is.null(figure$args$x) || figure$args$x$kind %in% c("integer", "double"))
}

# For each row the first and the last row of its frame, as places in `order`; NULL where a date is no number, or there
# are too many of them.
frames_in_columns <- function(node, group, table) {
  frame <- node$frame
  ordered <- plain_order(node$along, table)
  order <- ordered$order[order(group[ordered$order], method = "radix")]
  at <- match(seq_len(table$n), order)
  begin <- match(group, group[order])
  end <- begin + tabulate(group)[group] - 1L
  if (by_calendar(frame)) return(dated_frames(node, group, table, order, begin, end))
  first <- last <- at
  if (frame$together) {
    tied <- paste(group, ordered$place)
    first <- match(tied, tied[order])
    last <- length(order) + 1L - match(tied, rev(tied[order]))
  }
  low <- if (frame$behind$unit == "end") begin else first - frame$behind$n
  high <- last + frame$ahead$n
  full <- low >= begin & high <= end
  high <- pmin(high, end)
  if (frame$together) high <- last[order][high]
  list(order = order, low = pmax(low, begin), high = high, full = full | node$partial)
}

dated_frames <- function(node, group, table, order, begin, end) {
  clock <- frame_clock_again(node$frame, evaluate_column(dated_along(node$along), table))
  frame <- clock$frame
  day <- clock$day
  if (!all(is.finite(day))) return(NULL)
  distinct <- unique(day)
  if (length(distinct) > 1e5) return(NULL)
  ends <- vapply(distinct, calendar_ends, numeric(2), frame = frame)[, match(day, distinct), drop = FALSE]
  first <- ends[1, ]
  last <- ends[2, ]
  least <- min(day, first)
  span <- max(day, last) - least + 1
  key <- (group * 2 * span + day - least)[order]
  base <- group * 2 * span - least
  full <- first >= day[order][begin] & (last <= day[order][end] | frame$ahead$n == 0)
  list(
    order = order, low = findInterval(base + first, key, left.open = TRUE) + 1L, high = findInterval(base + last, key),
    full = full | node$partial
  )
}

totals_in_columns <- function(figure, frames, table) {
  read <- function(arg) if (!is.null(figure$args[[arg]])) plain_vector(evaluate_column(figure$args[[arg]], table))
  x <- read("x")
  if (is.null(x)) x <- rep(1, table$n)
  where <- read("where")
  counts <- !is_missing_value(x) & (if (is.null(where)) TRUE else where %in% TRUE)
  within <- function(v) {
    sums <- c(0, cumsum(as.double(v[frames$order])))
    ifelse(frames$high >= frames$low, sums[frames$high + 1] - sums[frames$low], 0)
  }
  n <- within(counts)
  total <- replace(within(ifelse(counts, x, 0)), n == 0, NA)
  list(values = room_of("figure", figure$fn)$of_totals(n, total), slack = 1e-12 * sum(abs(x[counts])))
}

# Every running value from its frame, up to its row; where that is not known, the last one of each group.
running_rows <- function(part, values, group, table) {
  found <- frames_of_groups(part, values, group, table, "each is the figure of the rows up to it")
  if (is.null(found)) running_ends(part, values, group, table) else found
}

# The value of the row that a neighbour stands in, found in whole columns: `row_of(arranged, node, day)` gives places in
# the order of groups.
neighbours_of_groups <- function(part, values, group, table, row_of) {
  node <- part$node
  ordered <- plain_order(node$along, table)$order
  order <- ordered[order(group[ordered], method = "radix")]
  x <- plain_vector(evaluate_column(node$args$x, table))
  own <- group[order]
  date <- dated_along(node$along)
  arranged <- list(
    n = table$n, group = own, begin = match(own, own), there = which(!is_missing_value(x)[order]),
    day = if (!is.null(date)) places_in_time(evaluate_column(date, table), node$span)[order]
  )
  arranged$end <- arranged$begin + tabulate(own)[own] - 1L
  place <- row_of(arranged, node)
  place[!(place >= arranged$begin & place <= arranged$end) %in% TRUE] <- NA
  from <- integer(table$n)
  from[order] <- order[place]
  expected <- x[from]
  if (is.factor(expected)) expected <- as.character(expected)
  if (!is.null(node$default)) expected[is.na(from)] <- node$default$value
  rows_said("neighbours", part, rows_that_differ(values, expected), values, expected,
    "each has the value of the row it names", table)
}

# So many rows before (below zero: after), or so many of those that are filled in.
shifted_places <- function(arranged, by, skip) {
  at <- seq_len(arranged$n)
  if (!skip || by == 0) return(at - by)
  known <- arranged$there
  place <- if (by > 0) findInterval(at, known, left.open = TRUE) + 1L - by else findInterval(at, known) - by
  known[ifelse(place >= 1 & place <= length(known), place, NA)]
}
