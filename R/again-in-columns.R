# Figures of very many lines again, for a check: whole columns in plain R, sorted by line and value.
# `x` has no missing values, `line` numbers the line of each; the answer goes by line.

again_in_columns <- list(
  count = function(x, line, n, node) tabulate(line, n),
  var = function(x, line, n, node) spread_in_columns(x, line, n, 1),
  sd = function(x, line, n, node) sqrt(spread_in_columns(x, line, n, 1)),
  var_pop = function(x, line, n, node) spread_in_columns(x, line, n, 0),
  sd_pop = function(x, line, n, node) sqrt(spread_in_columns(x, line, n, 0)),
  median = function(x, line, n, node) quantile_in_columns(x, line, n, 0.5),
  percentile = function(x, line, n, node) quantile_in_columns(x, line, n, part_asked(node)),
  count_distinct = function(x, line, n, node) {
    value <- match(x, unique(x))
    tabulate(line[!duplicated(line * (max(value, 0) + 1) + value)], n)
  },
  min = function(x, line, n, node) ends_in_columns(x, line, n, FALSE),
  max = function(x, line, n, node) ends_in_columns(x, line, n, TRUE),
  first = function(x, line, n, node) x[match(seq_len(n), line)],
  last = function(x, line, n, node) x[length(x) + 1L - match(seq_len(n), rev(line))]
)

by_line <- function(values, line, n) {
  sums <- rep(NA_real_, n)
  found <- rowsum(values, line)
  sums[as.integer(rownames(found))] <- found
  sums
}

spread_in_columns <- function(x, line, n, less) {
  x <- as.double(x)
  count <- tabulate(line, n)
  mean <- by_line(x, line, n) / count
  squares <- by_line((x - mean[line])^2, line, n)
  ifelse(count > less, squares / (count - less), NA_real_)
}

quantile_in_columns <- function(x, line, n, p) {
  x <- as.double(unclass(x))
  sorted <- x[order(line, x, method = "radix")]
  count <- tabulate(line, n)
  before <- cumsum(c(0, count))[seq_len(n)]
  place <- (count - 1) * p
  low <- sorted[ifelse(count > 0, before + floor(place) + 1, NA)]
  high <- sorted[ifelse(count > 0, before + ceiling(place) + 1, NA)]
  low + (high - low) * (place - floor(place))
}

ends_in_columns <- function(x, line, n, last) {
  order <- order(line, xtfrm_by_code(x), method = "radix")
  at <- if (last) length(x) + 1L - match(seq_len(n), rev(line[order])) else match(seq_len(n), line[order])
  x[order][at]
}

xtfrm_by_code <- function(x) if (is.character(x)) match(x, sort(unique(x), method = "radix")) else x

# Whether a figure can be worked so: numbers that are not 64-bit, and no weights or order of its own.
goes_in_columns <- function(node) {
  kind <- if (is.null(node$args$x)) "none" else node$args$x$kind
  node$fn %in% names(again_in_columns) && is.null(node$args$weight) && is.null(node$args$along) &&
    !kind %in% c("integer64", "none", "factor")
}

columns_route <- function(state, nodes, first, keys) {
  if (length(nodes) == 0) return(list())
  entries <- entries_of_state(state)
  met <- plain_line_of(state, keys)
  line <- match(match(seq_along(first), met), first)[met]
  values <- lapply(nodes, function(node) {
    x <- plain_vector(evaluate_column(node$args$x, entries))
    kept <- !is_missing_value(x)
    if (!is.null(node$args$where)) kept <- kept & plain_vector(evaluate_column(node$args$where, entries)) %in% TRUE
    again_in_columns[[node$fn]](x[kept], line[kept], length(first), node)
  })
  stats::setNames(values, node_ids(nodes))
}
