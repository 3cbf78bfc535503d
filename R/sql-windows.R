# Windows in a server's language. Where they may not stand, in a condition or an order, they are worked a step before.

window_in_sql <- function(node, to) {
  say <- room_of("window", node$fn)$in_sql
  if (is.null(say)) not_in_sql(sprintf("%s() has no like there", node$fn), to)
  inner <- to
  inner$hoisting <- FALSE
  said <- say(node, inner)
  if (isTRUE(to$hoisting)) to$hoist(said) else said
}

# PARTITION BY: lines of one level, and the window's own group; `more` are parts besides.
partition_said <- function(node, to, more = character()) {
  parts <- c(to$level, vapply(node$per, function(one) {
    if (one$type == "parent") parent_in_sql(to) else in_sql(one, to)
  }, ""), more)
  if (length(parts)) paste("PARTITION BY", toString(vapply(parts, bare_sql, "")))
}

# The keys that the line above a line keeps, by its level.
parent_in_sql <- function(to) {
  parents <- parent_sets(to$level_keys, to$across)
  keys <- unique(unlist(parents))
  toString(vapply(keys, function(key) {
    kept <- which(vapply(parents, function(one) key %in% one, TRUE))
    sprintf("CASE WHEN %s IN (%s) THEN %s END", to$level, toString(kept), column_in_sql(key, to))
  }, ""))
}

# ORDER BY: the sorts, and what settles those that tie, as it is here: the order of the lines.
order_said <- function(sorts, to, settled = TRUE) {
  said <- vapply(sorts, sort_in_sql, "", to = to)
  if (settled) said <- c(said, setdiff(to$ties, said))
  if (length(said) == 0) not_in_sql("it goes by the order of entry, which a table on a server does not have", to)
  paste("ORDER BY", toString(said))
}

over_said <- function(...) paste(c(...), collapse = " ")

whole_frame_said <- "ROWS BETWEEN UNBOUNDED PRECEDING AND UNBOUNDED FOLLOWING"
so_far_said <- "ROWS UNBOUNDED PRECEDING"

# A figure, or figures in arithmetic, over a frame.
framed_in_sql <- function(figure, over, to) {
  inner <- to
  inner$over <- over
  inner$inside <- function(to) to
  inner$figure <- function(node) figure_in_sql(node, inner)
  in_sql(figure, inner)
}

# `settled`: rows that tie are numbered in some order; `counts_group`: those without a place are no part of the group.
rank_in_sql <- function(node, to, settled, counts_group) {
  first <- if (length(node$along)) in_sql(node$along[[1]]$node, to)
  if (!is.null(first)) first <- without_nan(first, node$along[[1]]$node, to)
  alone <- if (counts_group && !is.null(first)) sprintf("(%s IS NULL)", first)
  tiles <- if (node$n > 1 || node$fn == "ntile") number_in_sql(node$n, to) else ""
  group <- partition_said(node, to, alone)
  order <- order_said(node$along, to, settled)
  said <- sprintf("%s(%s) OVER (%s)", node$fn, tiles, over_said(group, order))
  if (isTRUE(to$server$ten_digits) && node$kind == "double") said <- part_spelt(node$fn, over_said(group, order), group)
  if (settled && !counts_group || is.null(first)) return(said)
  sprintf("CASE WHEN %s IS NOT NULL THEN %s END", first, said)
}

# A server that gives such parts ten digits alone is asked for both numbers.
part_spelt <- function(name, over, group) {
  all <- sprintf("count(*) OVER (%s)", paste(group, collapse = ""))
  if (name == "cume_dist") return(sprintf("(count(*) OVER (%s RANGE UNBOUNDED PRECEDING) * 1e0 / %s)", over, all))
  sprintf("COALESCE((rank() OVER (%s) - 1) * 1e0 / NULLIF(%s - 1, 0), 0)", over, all)
}

no_skipping <- function(node, to) {
  if (isTRUE(node$skip)) not_in_sql("skip_missing = TRUE has no like there", to)
}

# The value some rows away, in order.
away_in_sql <- function(node, to) {
  no_skipping(node, to)
  default <- if (!is.null(node$default)) paste0(", ", in_sql(node$default, to)) else ""
  sprintf("%s(%s, %d%s) OVER (%s)", node$fn, bare_sql(in_sql(node$args$x, to)), as.integer(node$n), default,
    over_said(partition_said(node, to), order_said(node$along, to)))
}

# A value of the group by its place from the front, or from the back.
place_in_sql <- function(node, to) {
  no_skipping(node, to)
  x <- bare_sql(in_sql(node$args$x, to))
  call <- if (node$n == 1) sprintf("first_value(%s)", x) else if (node$n == -1) sprintf("last_value(%s)", x) else
    sprintf("nth_value(%s, %d)", x, as.integer(node$n))
  if (node$n < -1) not_in_sql("it counts from the front alone", to)
  sprintf("%s OVER (%s)", call, over_said(partition_said(node, to), order_said(node$along, to), whole_frame_said))
}

# Known values are counted a step before; rows with the same count share the value that they began with.
carried_in_sql <- function(node, to) {
  x <- bare_sql(in_sql(node$args$x, to))
  order <- order_said(node$along, to)
  known <- to$hoist(sprintf("count(%s) OVER (%s)", x, over_said(partition_said(node, to), order, so_far_said)))
  sprintf("first_value(%s) OVER (%s)", x, over_said(partition_said(node, to, known), order))
}

earlier_in_sql <- function(node, to) {
  if (node$span$unit == "seconds") not_in_sql("spans of hours and minutes have no like there", to)
  date <- day_said(dated_along(node$along), to)
  frame <- to$server$back(date, node$span, to)
  if (is.null(frame)) not_in_sql(sprintf("it has no frame of %s", node$span$text), to)
  sprintf("CASE WHEN %s IS NOT NULL THEN first_value(%s) OVER (%s) END", date, bare_sql(in_sql(node$args$x, to)),
    over_said(partition_said(node, to), frame))
}

running_in_sql <- function(node, to) {
  together <- node$frame$together
  frame <- if (together) "RANGE UNBOUNDED PRECEDING" else so_far_said
  framed_in_sql(node$figure, over_said(partition_said(node, to), order_said(node$along, to, !together), frame), to)
}

rolling_in_sql <- function(node, to) {
  if (by_calendar(node$frame)) return(calendar_in_sql(node, to))
  if (node$frame$together) not_in_sql("together = TRUE has no like there", to)
  behind <- node$frame$behind$n
  ahead <- node$frame$ahead$n
  over <- over_said(partition_said(node, to), order_said(node$along, to), sprintf("ROWS BETWEEN %s AND %s",
    end_of_rows(-behind), end_of_rows(ahead)))
  said <- framed_in_sql(node$figure, over, to)
  if (node$partial) return(said)
  sprintf("CASE WHEN count(*) OVER (%s) = %d THEN %s END", over, as.integer(behind + ahead + 1), said)
}

end_of_rows <- function(n) {
  if (n == 0) "CURRENT ROW" else sprintf("%d %s", as.integer(abs(n)), if (n < 0) "PRECEDING" else "FOLLOWING")
}

# A date with time counts as its day.
day_said <- function(node, to) {
  said <- in_sql(node, to)
  if (node$kind == "time") to$server$day_of(said) else said
}

# A frame is full where its ends lie within the dates of the group.
calendar_in_sql <- function(node, to) {
  units <- c(node$frame$behind$unit, node$frame$ahead$unit)
  if ("seconds" %in% units) not_in_sql("frames of hours and minutes have no like there", to)
  date <- day_said(dated_along(node$along), to)
  frame <- to$server$around(date, node$frame, to)
  if (is.null(frame)) not_in_sql(sprintf("it has no frame of %s", node$frame$text), to)
  if (!node$partial && ("months" %in% units || isTRUE(node$frame$weeks))) not_in_sql(paste(
    "whether its dates are all starts of periods, on which a full frame hangs, is seen here alone; partial = TRUE",
    "asks nothing of it"), to)
  group <- partition_said(node, to)
  said <- framed_in_sql(node$figure, over_said(group, frame$over), to)
  ends <- sprintf(c("min(%s) OVER (%s)", "max(%s) OVER (%s)"), date, paste(group, collapse = ""))
  full <- c(
    if (node$partial) sprintf("%s IS NOT NULL", date) else sprintf("%s >= %s", frame$from, ends[1]),
    if (!node$partial && node$frame$ahead$n != 0) sprintf("%s <= %s", frame$to, ends[2])
  )
  sprintf("CASE WHEN %s THEN %s END", paste(full, collapse = " AND "), said)
}

share_in_sql <- function(node, to) {
  if (node$args$x$type == "column" && node$args$x$name %in% to$not_additive) {
    not_in_sql("its base is the wider group's own figure, which is no sum of the lines", to)
  }
  x <- in_sql(node$args$x, to)
  base <- sprintf("sum(%s) OVER (%s)", bare_sql(summed_said(x, node$args$x, to)), over_said(partition_said(node, to)))
  sprintf("%s / NULLIF(%s, 0)", number_said(x, node$args$x, to, divided = TRUE), base)
}

# A run begins where the step from the one before is longer; how many have begun is its number.
run_in_sql <- function(node, to) {
  x <- node$args$x
  if (node$step$unit %in% c("months", "seconds") ||
    x$kind == "time") not_in_sql("runs by months or times have no like there", to)
  said <- without_nan(in_sql(x, to), x, to)
  order <- over_said(partition_said(node, to), order_said(node$along, to, FALSE))
  before <- sprintf("lag(%s) OVER (%s)", said, order)
  apart <- if (is_moment(x$kind)) to$server$days_between(said, before) else sprintf("%s - %s", said, before)
  begins <- to$hoist(sprintf("CASE WHEN %s > %s THEN 1 ELSE 0 END", apart, number_in_sql(node$step$n, to)))
  sprintf("CASE WHEN %s IS NOT NULL THEN 1 + sum(%s) OVER (%s RANGE UNBOUNDED PRECEDING) END", said, begins, order)
}
