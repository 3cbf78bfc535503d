# Figures of very many lines again, for a check: whole columns in plain R, sorted by line and value. A
# figure's answer `in_columns` takes `x`, which has no missing values and stands in the figure's own order,
# and `line`, the number of each value's line among the `n` lines; what it gives goes by line.

of_some <- function(answer, line, n) ifelse(tabulate(line, n) > 0, answer, NA)

by_line <- function(values, line, n) {
  sums <- rep(NA_real_, n)
  found <- rowsum(if (is.logical(values)) as.integer(values) else values, line)
  sums[as.integer(rownames(found))] <- found
  sums
}

# Sums of 64-bit whole numbers: pieces of 22 bits add up exactly as doubles, and their carries are
# passed on before they are put together.
wholes_by_line <- function(x, line, n) {
  size <- 2^22
  upper <- x %/% bit64::as.integer64(size)
  top <- upper %/% bit64::as.integer64(size)
  sums <- lapply(list(
    low = x - upper * bit64::as.integer64(size), middle = upper - top * bit64::as.integer64(size), top = top
  ), function(piece) by_line(as.double(piece), line, n))
  carry <- floor(sums$low / size)
  sums$low <- sums$low - carry * size
  sums$middle <- sums$middle + carry
  carry <- floor(sums$middle / size)
  sums$middle <- sums$middle - carry * size
  upper <- bit64::as.integer64(sums$top + carry) * bit64::as.integer64(size) + bit64::as.integer64(sums$middle)
  upper * bit64::as.integer64(size) + bit64::as.integer64(sums$low)
}

spread_in_columns <- function(x, line, n, less) {
  x <- as_doubles(x)
  count <- tabulate(line, n)
  mean <- by_line(x, line, n) / count
  squares <- by_line((x - mean[line])^2, line, n)
  ifelse(count > less, squares / (count - less), NA_real_)
}

quantile_in_columns <- function(x, line, n, p) {
  x <- as_doubles(x)
  sorted <- x[order(line, x, method = "radix")]
  count <- tabulate(line, n)
  before <- cumsum(c(0, count))[seq_len(n)]
  place <- (count - 1) * p
  low <- sorted[ifelse(count > 0, before + floor(place) + 1, NA)]
  high <- sorted[ifelse(count > 0, before + ceiling(place) + 1, NA)]
  part <- place - floor(place)
  between <- ifelse(low == high | part == 0, low, ifelse(is.infinite(low) | is.infinite(high),
    low * (1 - part) + high * part, low + (high - low) * part))
  replace(between, unique(line[is.nan(x)]), NaN)
}

# Columns that sort as x does; of 64-bit numbers no one column of doubles would do.
sort_parts <- function(x) {
  if (is.character(x)) return(list(match(x, sort(unique(x), method = "radix"))))
  if (!inherits(x, "integer64")) return(list(if (is.factor(x)) as.integer(x) else as.double(unclass(x))))
  size <- bit64::as.integer64(2^30)
  upper <- x %/% size
  list(as.double(upper), as.double(x - upper * size))
}

# The rows by line and value.
order_in_columns <- function(x, line) do.call(order, c(list(line), sort_parts(x), method = "radix"))

end_in_columns <- function(x, line, n, last) {
  order <- order_in_columns(x, line)
  order[if (last) last_match(seq_len(n), line[order]) else match(seq_len(n), line[order])]
}

nth_in_columns <- function(line, n, nth) {
  order <- order(line, method = "radix")
  count <- tabulate(line, n)
  order[ifelse(count >= nth, cumsum(c(0, count))[seq_len(n)] + nth, NA)]
}

# Whether each value stands for the first time in its line.
first_of_its_kind <- function(x, line) {
  order <- order_in_columns(x, line)
  starts <- starts_in_order(x, line, order)
  replace(logical(length(line)), order[starts], TRUE)
}

# Where in the order another line or value begins.
starts_in_order <- function(x, line, order) {
  changes <- lapply(c(list(line), sort_parts(x)), function(part) {
    sorted <- part[order]
    c(TRUE, !(sorted[-1] == sorted[-length(sorted)]) %in% TRUE)[seq_along(sorted)]
  })
  which(Reduce(`|`, changes))
}

# The row of the most frequent value of each line, of several the smallest.
most_frequent <- function(x, line, n) {
  order <- order_in_columns(x, line)
  starts <- starts_in_order(x, line, order)
  often <- diff(c(starts, length(order) + 1L))
  best <- order(line[order[starts]], -often, method = "radix")
  order[starts[best[match(seq_len(n), line[order[starts[best]]])]]]
}

goes_in_columns <- function(node) !is.null(room_of("figure", node$fn)$in_columns)

# The rows that a figure is of, in its own order.
rows_in_columns <- function(node, x, weight, where, entries) {
  kept <- rep(TRUE, entries$n)
  if (!is.null(where)) kept <- where %in% TRUE
  if (!is.null(x) && !isTRUE(room_of("figure", node$fn)$sees_missing)) kept <- kept & !is_missing_value(x)
  if (!is.null(weight)) kept <- kept & !is_missing_value(weight)
  rows <- which(kept)
  if (is.null(node$args$along)) return(rows)
  rows[order(sort_places(node$args$along, entries)[rows], rows)]
}
