# Groups and places in plain R, for a second route.

plain_groups <- function(per, table) plain_numbers(group_columns(per, table), table$n)

# Rows that are alike in all columns have one number, in the order in which they are met.
plain_numbers <- function(columns, n) {
  numbered <- function(x) {
    take_breath()
    match(x, unique(x))
  }
  if (length(columns) == 0) return(rep(1L, n))
  Reduce(
    function(one, other) numbered(as.double(one) * (max(other, 0) + 1) + other),
    lapply(columns, function(column) numbered(plain_vector(column)))
  )
}

# The rows in order, and each row's place, which rows that tie share.
plain_order <- function(along, table) {
  keys <- lapply(along, function(sort) {
    x <- in_language(evaluate_column(sort$node, table), table$locale)
    ranks <- if (is_text_vector(x) && identical(attr(x, "pool")$language, table$locale) && !is.null(table$locale)) {
      attr(x, "pool")$rank[codes_of(x)]
    } else {
      plain <- plain_vector(x)
      if (inherits(plain, "integer64")) rank(plain, na.last = "keep", ties.method = "min") else plain
    }
    places <- match(ranks, sort(unique(ranks), method = if (is.character(ranks)) "radix" else "auto"))
    if (sort$down) places <- -places
    # What is no number comes behind all numbers, both ways.
    replace(places, which(is.na(places) & !is_missing_value(ranks)), length(ranks) + 1)
  })
  if (length(keys) == 0) return(list(order = seq_len(table$n), place = seq_len(table$n), gap = logical(table$n)))
  order <- do.call(base::order, c(unname(keys), list(na.last = TRUE)))
  take_breath()
  moves <- lapply(keys, function(key) diff(replace(key, is.na(key), table$n + 2)[order]) != 0)
  place <- integer(table$n)
  place[order] <- cumsum(c(TRUE, Reduce(`|`, moves)))[seq_along(order)]
  list(order = order, place = place, gap = is.na(keys[[1]]))
}
