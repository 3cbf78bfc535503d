# Figures and windows of a query, as those of a brief. `inside` is the scope of what they gather.

said_figure <- function(node, scope, inside) {
  args <- all_said(node$args, inside)
  where <- if (!is.null(node$filter)) list(where = said_of_query(node$filter, inside))
  if (isTRUE(node$distinct) && !node$fn %in% c("COUNT", "MIN", "MAX")) {
    outside(sprintf("%s(DISTINCT ...)", node$fn), node, scope)
  }
  made <- function(name, ...) as.call(c(as.name(name), list(...), where))
  one <- function() {
    check_count(node, 1, scope)
    args[[1]]
  }
  sorted <- function() {
    if (length(node$within) != 1) stop_at(scope$text, node$at, sprintf("%s() needs WITHIN GROUP (ORDER BY one column)",
      node$fn))
    said_of_query(node$within[[1]]$x, inside)
  }
  switch(node$fn,
    # Rows that a full join made are no entries, and count there.
    COUNT = if (isTRUE(node$star) && isTRUE(inside$makes_rows)) made("count", quote(made)) else if (isTRUE(node$star)) {
      made("count")
    } else if (isTRUE(node$distinct)) {
      as.call(c(quote(count_distinct), args, where))
    } else {
      counted <- one()
      scope$tell_count(node)
      made("count", counted)
    },
    SUM = made("sum", one()), AVG = made("mean", one()), MIN = made("min", one()), MAX = made("max", one()),
    STDDEV = , STDDEV_SAMP = made("sd", one()), STDDEV_POP = made("sd_pop", one()),
    VARIANCE = , VAR_SAMP = made("var", one()), VAR_POP = made("var_pop", one()),
    EVERY = , BOOL_AND = made("every", one()), BOOL_OR = , ANY = , SOME = made("any", one()),
    PERCENTILE_CONT = {
      p <- one()
      if (!is.numeric(p)) outside("a percentile that is worked out", node, scope)
      if (node$within[[1]]$down) p <- 1 - p
      if (p == 0.5) made("median", sorted()) else made("percentile", sorted(), p)
    },
    MODE = made("mode", sorted()),
    LISTAGG = , STRING_AGG = {
      along <- if (length(node$within)) list(along = sorts_in_query(node$within, inside))
      sep <- if (length(args) > 1) args[[2]] else ""
      as.call(c(quote(listed), args[1], list(sep = sep), along, where))
    }
  )
}

# Sorts; a missing value comes last, unless the query says that it comes first.
sorts_in_query <- function(sorts, scope) {
  said <- list_of_sorts(sorts, scope)
  if (length(said) == 1) said[[1]] else as.call(c(quote(c), said))
}

list_of_sorts <- function(sorts, scope) {
  unlist(lapply(sorts, function(sort) {
    x <- said_of_query(sort$x, scope)
    one <- if (sort$down) call("falling", x) else x
    if (identical(sort$nulls, "first")) list(call("!", call("is_missing", x)), one) else list(one)
  }), recursive = FALSE)
}

said_window <- function(node, scope, inside, windows) {
  window <- window_meant(node$over, windows, scope)
  per <- if (length(window$partition)) {
    parts <- all_said(window$partition, scope)
    list(per = if (length(parts) == 1) parts[[1]] else as.call(c(quote(c), parts)))
  }
  if (node$fn %in% c("ROW_NUMBER", "RANK", "DENSE_RANK", "PERCENT_RANK", "CUME_DIST", "NTILE")) {
    return(said_rank(node, window, per, scope))
  }
  along <- list(along = if (length(window$order)) sorts_in_query(window$order, scope) else quote(entered()))
  if (node$fn %in% c("LAG", "LEAD")) return(said_away(node, c(per, along), scope))
  if (node$fn %in% c("FIRST_VALUE", "LAST_VALUE", "NTH_VALUE")) return(said_place(node, window, per, along, scope))
  if (!node$fn %in% figure_names_in_sql) outside(sprintf("%s() OVER (...)", node$fn), node, scope)
  figure <- said_figure(node, scope, inside)
  framed_in_query(figure, node, window, per, along, scope)
}

# A window by its name, or one that builds on another.
window_meant <- function(window, windows, scope) {
  if (is.null(window)) window <- list(partition = list(), order = list())
  if (is.null(window$named)) return(window)
  known <- vapply(windows, function(one) tolower(one$name), "")
  at <- match(tolower(window$named$name), known)
  if (is.na(at)) stop_at(scope$text, window$named$at, sprintf("there is no window called %s", window$named$name))
  base <- window_meant(windows[[at]]$window, windows, scope)
  if (length(window$order)) base$order <- window$order
  if (!is.null(window$frame)) base$frame <- window$frame
  base
}

said_rank <- function(node, window, per, scope) {
  n <- if (node$fn == "NTILE") all_said(node$args, scope)
  keys <- if (length(window$order)) list_of_sorts(window$order, scope) else list(quote(entered()))
  if (length(window$order) == 0 && node$fn != "ROW_NUMBER") stop_at(scope$text, node$at,
    sprintf("%s() goes by an order, and OVER (...) gives none", node$fn))
  as.call(c(as.name(tolower(node$fn)), n, keys, per))
}

said_away <- function(node, rest, scope) {
  args <- all_said(node$args, scope)
  if (length(args) > 1 && !is.numeric(args[[2]])) outside("a distance that is worked out", node, scope)
  named <- c(list(args[[1]]), if (length(args) > 1) list(n = args[[2]]),
    if (length(args) > 2) list(default = args[[3]]))
  as.call(c(as.name(tolower(node$fn)), named, rest))
}

said_place <- function(node, window, per, along, scope) {
  args <- all_said(node$args, scope)
  figure <- as.call(c(as.name(tolower(node$fn)), args))
  frame <- frame_meant(window)
  if (frame$whole || length(window$order) == 0) return(as.call(c(as.list(figure), per, along)))
  if (is.null(window$frame) && node$fn == "LAST_VALUE") scope$tell(node,
    "is the last value up to its own row, where a frame ends that is not written; the whole group needs one")
  framed_in_query(figure, node, window, per, along, scope)
}

# The frame as it is written, or as it is where none is: up to the row and its equals, or the whole group.
frame_meant <- function(window) {
  frame <- window$frame
  last <- if (length(window$order)) "here" else "last"
  if (is.null(frame)) frame <- list(by = "RANGE", from = list(where = "first"), to = list(where = last))
  frame$whole <- frame$from$where == "first" && frame$to$where == "last"
  frame
}

framed_in_query <- function(figure, node, window, per, along, scope) {
  frame <- frame_meant(window)
  if (frame$whole) return(as.call(c(as.list(figure), if (is.null(per)) list(per = quote(whole())) else per)))
  if (length(window$order) == 0) stop_at(scope$text, node$at, "a frame needs an order: OVER (ORDER BY ...)")
  if (is.null(window$frame) && node$fn == "AVG") scope$tell(node, paste(
    "is the average of all rows up to this one, since an order without a frame reaches back to the first; over seven",
    "rows it needs ROWS BETWEEN 6 PRECEDING AND CURRENT ROW"
  ))
  if (frame$from$where == "here" && frame$to$where == "last") {
    along$along <- sorts_in_query(lapply(window$order, function(sort) {
      sort$down <- !sort$down
      sort
    }), scope)
    frame[c("from", "to")] <- list(list(where = "first"), list(where = "here"))
  }
  together <- if (frame$by == "RANGE") list(together = TRUE)
  if (frame$from$where == "first" && frame$to$where == "here") {
    return(as.call(c(quote(running), figure, per, along, together)))
  }
  ends <- c(reach_in_query(frame$from, "before", node, scope), reach_in_query(frame$to, "after", node, scope))
  if (frame$by == "RANGE" && !any(vapply(ends, is.call, TRUE))) outside("a frame by RANGE of numbers", node, scope,
    "By dates it takes an interval: RANGE BETWEEN INTERVAL '6' DAY PRECEDING AND CURRENT ROW.")
  as.call(c(quote(rolling), figure, ends, per, along, list(partial = TRUE)))
}

# behind = and ahead =, each on its own side; one on the other side is below zero.
reach_in_query <- function(end, side, node, scope) {
  if (end$where == "here") return(list())
  if (is.null(end$n)) outside("a frame without an end on one side and so many rows on the other", node, scope)
  n <- if (end$n$type == "interval") end$n$n else end$n$value
  if (end$where != side) n <- -n
  value <- if (end$n$type == "interval") call(end$n$unit, n) else n
  stats::setNames(list(value), if (side == "before") "behind" else "ahead")
}
