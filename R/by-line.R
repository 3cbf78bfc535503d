# Figures worked again line by line in plain R, from the values of their entries.

again_by_line <- function(node, rows, entries) {
  take_breath()
  read <- function(arg) if (!is.null(node$args[[arg]])) plain_vector(evaluate_column(node$args[[arg]], entries))
  x <- read("x")
  if (has_room("frame_value", node$fn)) return(room_of("frame_value", node$fn)$again(node, rows, x))
  where <- read("where")
  weight <- read("weight")
  along <- if (!is.null(node$args$along)) sort_places(node$args$along, entries)
  figure <- room_of("figure", node$fn)
  again <- figure$again
  bind_results(lapply(rows, function(here) {
    if (!is.null(where)) here <- here[which(where[here])]
    if (!is.null(along)) here <- here[order(along[here], here)]
    if (is.null(x)) return(again(rep(TRUE, length(here)), node))
    if (isTRUE(figure$sees_missing)) return(again(x[here], node))
    kept <- here[!is_missing_value(x[here])]
    if (is.null(weight)) return(again(x[kept], node))
    kept <- kept[!is_missing_value(weight[kept])]
    again(x[kept], node, weight[kept])
  }))
}

frame_value_by_line <- function(node, rows, x) {
  x[vapply(rows, function(here) {
    if (node$skip) here <- here[!is_missing_value(x[here])]
    if (node$n < 0) here <- rev(here)
    as.integer(here[abs(node$n)])
  }, 1L)]
}

bind_results <- function(results) {
  if (any(vapply(results, is.factor, TRUE))) return(unlist(lapply(results, as.character)))
  if (any(vapply(results, inherits, TRUE, what = "integer64"))) {
    return(do.call(c, lapply(results, bit64::as.integer64)))
  }
  do.call(c, results)
}

# The line of each entry, in plain R, numbered as lines are met.
plain_line_of <- function(drawn, keys) plain_numbers(drawn$lines$key_vectors[keys], drawn$entries$n)

# The rows of the lines that begin with these rows; none for a row that no line begins with.
rows_by_line <- function(drawn, first, keys) {
  line <- plain_line_of(drawn, keys)
  starts <- match(seq_len(max(line)), line)
  place <- match(line, match(first, starts))
  rows <- which(!is.na(place))
  take_breath()
  unname(split(rows, structure(place[rows], levels = as.character(seq_along(first)), class = "factor")))
}
