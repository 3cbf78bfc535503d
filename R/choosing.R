# Columns brought to one kind, and values chosen from them row by row.

# Brings values to one representation, so that they can stand in one column.
alike <- function(values) {
  kinds <- vapply(values, kind_of_values, "")
  kind <- common_kind(kinds)
  like <- values[match(kind, kinds)]
  lapply(values, as_values_of, kind = kind, like = like)
}

kind_of_values <- function(x) if (is.character(x) && all(is.na(x))) "empty" else kind_of(x)

as_values_of <- function(x, kind, like) {
  if (kind %in% c("text", "factor")) {
    if (kind_of(x) == "empty") return(text_vector(rep(NA_integer_, length_of(x)), character()))
    return(if (is.character(x)) encode_text(x) else as_text_vector(x))
  }
  if (kind_of(x) == "empty" && is_moment(kind)) return(like[[1]][rep(NA_integer_, length_of(x))])
  if (kind == "integer64") return(bit64::as.integer64(x))
  if (kind == "integer") return(as.integer(x))
  if (kind == "double") return(as_plain_number(x))
  x
}

# The value at `choice` (1 for the first list of values, ...) in each row.
choose_from <- function(values, choice) {
  n <- length(choice)
  values <- lapply(alike(values), function(v) if (length_of(v) == n) v else repeated(v, n))
  if (any(vapply(values, is_text_vector, logical(1)))) return(choose_texts(values, choice))
  result <- values[[1]]
  for (k in seq_along(values)[-1]) {
    at <- which(choice == k)
    result[at] <- values[[k]][at]
  }
  result
}

choose_texts <- function(values, choice) {
  texts <- unique(unlist(lapply(values, texts_of)))
  result <- rep(NA_integer_, length(choice))
  for (k in seq_along(values)) {
    at <- which(choice == k)
    place <- match(texts_of(values[[k]]), texts)
    result[at] <- place[codes_of(values[[k]])[at]]
  }
  text_vector(result, texts)
}

# Values of one family in one vector: none of them changes on the way.
joined_values <- function(values) {
  values <- lapply(values, function(value) if (is.factor(value)) as.character(value) else value)
  if (length(values) == 0) return(logical())
  wholes <- vapply(values, inherits, TRUE, what = "integer64")
  if (any(wholes) && all(vapply(values, is_whole_vector, TRUE))) values <- lapply(values, bit64::as.integer64)
  if (any(wholes) && !all(vapply(values, inherits, TRUE, what = "integer64"))) {
    values <- lapply(values, as_plain_number)
  }
  do.call(c, unname(values))
}

# Columns of like kinds, one under the other.
stacked_alike <- function(parts) {
  kinds <- vapply(parts, kind_of_values, "")
  levels <- lapply(parts, attr, "levels")
  if (length(unique(kinds)) == 1 && length(unique(levels)) == 1) return(stacked(parts))
  stacked(alike(parts))
}
