# Calls of windows. A window node has `per` (checked nodes: the group) and `along` (checked sorts: the order); no
# sorts stand for the order of entry.

check_window <- function(expr, name, values, ctx) {
  if (!isTRUE(ctx$windows)) {
    stop_in(
      ctx, "window_misplaced", sprintf("%s() looks at all rows of a table at once, and has no place here.", name),
      "Write it in `columns` (beside entries) or `beside` (beside lines), and use the new column."
    )
  }
  node <- room_of("window", name)$check(expr, values, ctx)
  node$type <- "window"
  node$fn <- name
  node$text <- expr_text(expr)
  node$id <- rlang::hash(strip_text(node))
  node
}

# The group of a window: its own `per`, or the page's.
window_per <- function(expr, values, ctx) {
  if (!is.null(expr)) return(check_per(expr, values, ctx))
  default <- ctx$default_per
  if (is.null(default)) return(structure(list(), unsaid = TRUE))
  # What stands in `per` itself does not go by it.
  ctx$default_per <- NULL
  do.call(c, lapply(default, function(item) check_per(item$expr, item$values, ctx)))
}

# The order of a window: its own `along`, or the page's. NULL: none was given.
window_along <- function(expr, values, ctx, fn, needed = TRUE) {
  if (!is.null(expr)) return(check_along(expr, values, ctx))
  default <- ctx$default_along
  if (!is.null(default)) {
    ctx$default_along <- NULL
    return(do.call(c, lapply(default, function(item) check_along(item$expr, item$values, ctx))))
  }
  if (needed) stop_no_order(fn, ctx)
  list()
}

check_along <- function(expr, values, ctx) {
  if (rlang::is_call(expr, "entered", n = 0)) return(list())
  check_sort(expr, values, ctx)
}

stop_no_order <- function(fn, ctx) {
  dates <- names(Filter(is_moment, ctx$columns))
  example <- if (length(dates)) dates[1] else "a_date"
  stop_in(
    ctx, "no_order", sprintf("%s() goes by an order, and none is given.", fn),
    sprintf("Say which: along = %s, or along = entered() for the order in which the rows stand.", name_text(example))
  )
}

# The one date or time that an order runs along, upward; NULL if it is none.
dated_along <- function(along) {
  if (length(along) == 1 && !along[[1]]$down && is_moment(along[[1]]$node$kind)) along[[1]]$node
}

# Inside running() and rolling() they are figures of the frame.
check_frame_value <- function(expr, name, args, number, values, ctx) {
  parts <- match_args(expr, c(args, alist(skip_missing = FALSE)), name, ctx)
  inner <- ctx
  inner$columns <- ctx$entries
  inner$entries <- NULL
  x <- check_node(parts$x, values, inner)
  node <- list(
    type = "figure", fn = name, args = list(x = x), kind = x$kind, text = expr_text(expr),
    n = number(parts, values, ctx),
    skip = yes_or_no(parts$skip_missing, values, ctx, "skip_missing")
  )
  node$id <- rlang::hash(strip_text(node))
  node
}
