# The windows of a query: groups, orders and frames.

read_over <- function(p) {
  here <- token(p)
  if (!took(p, "(")) return(list(named = a_name(p, "of a window after OVER"), at = here$at))
  found <- read_window(p, here$at)
  need(p, ")", "after OVER (...)")
  found
}

read_window <- function(p, at) {
  window <- list(at = at, partition = list(), order = list(), frame = NULL)
  if (!next_is(p, "PARTITION") && !next_is(p, "ORDER") && !next_is(p, "ROWS") && !next_is(p, "RANGE") &&
    !next_is(p, ")")) window$named <- a_name(p, "of a window")
  if (took(p, "PARTITION", "BY")) window$partition <- each_of(p, read_expression)
  if (took(p, "ORDER", "BY")) window$order <- each_of(p, read_sort)
  if (next_is(p, "ROWS") || next_is(p, "RANGE")) window$frame <- read_frame(p)
  if (next_is(p, "GROUPS") || next_is(p, "EXCLUDE")) stop_here(p, "frames go by ROWS or RANGE here")
  window
}

read_sort <- function(p) {
  at <- token(p)$at
  x <- read_expression(p)
  down <- took(p, "DESC")
  if (!down) took(p, "ASC")
  nulls <- if (took(p, "NULLS", "FIRST")) "first" else if (took(p, "NULLS", "LAST")) "last"
  list(x = x, down = down, nulls = nulls, at = at)
}

read_frame <- function(p) {
  here <- step_on(p)
  both <- took(p, "BETWEEN")
  from <- read_frame_end(p)
  to <- list(where = "here")
  if (both) {
    need(p, "AND", "between the ends of a frame")
    to <- read_frame_end(p)
  }
  list(by = toupper(here$text), from = from, to = to, at = here$at)
}

read_frame_end <- function(p) {
  at <- token(p)$at
  if (took(p, "CURRENT", "ROW")) return(list(where = "here"))
  if (took(p, "UNBOUNDED", "PRECEDING")) return(list(where = "first"))
  if (took(p, "UNBOUNDED", "FOLLOWING")) return(list(where = "last"))
  n <- read_sum(p)
  if (!n$type %in% c("value", "interval")) stop_at(p$text, at, "the end of a frame is a number or an interval")
  if (took(p, "PRECEDING")) return(list(where = "before", n = n))
  if (took(p, "FOLLOWING")) return(list(where = "after", n = n))
  stop_here(p, "PRECEDING or FOLLOWING is needed")
}
