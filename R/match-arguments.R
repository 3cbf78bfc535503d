# The arguments of a call, matched to those of a room.

# Matches a call's arguments to those of a room, by whole names only.
match_args <- function(expr, args, name, ctx) {
  parts <- as.list(expr)[-1]
  allowed <- names(args)
  labels <- rlang::names2(parts)
  wrong <- labels[nzchar(labels) & !labels %in% allowed]
  if (length(wrong) > 0) {
    stop_in(
      ctx, "bad_argument", sprintf("%s() has no argument `%s`.", name, wrong[1]),
      meant_argument(wrong[1], setdiff(allowed, "..."))
    )
  }
  if (any(vapply(parts, rlang::is_missing, logical(1)))) {
    stop_in(ctx, "bad_argument", sprintf("%s() has an empty argument.", name))
  }
  if (anyDuplicated(labels[nzchar(labels)])) {
    stop_in(ctx, "bad_argument", sprintf("%s() has an argument twice.", name))
  }
  matched <- place_args(parts, labels, allowed, name, ctx)
  if ("..." %in% allowed && all(nzchar(rlang::names2(matched)))) {
    stop_in(ctx, "bad_argument", sprintf("%s() needs at least one value.", name))
  }
  for (arg in allowed[!allowed %in% c(names(matched), "...")]) {
    if (rlang::is_missing(args[[arg]])) {
      stop_in(ctx, "bad_argument", sprintf("%s() needs a value for `%s`.", name, arg))
    }
    if (!is.null(args[[arg]])) matched[[arg]] <- args[[arg]]
  }
  matched
}

meant_argument <- function(name, allowed) {
  near <- nearest(name, allowed)
  foreign <- foreign_word(name, foreign_arguments)
  if (length(near) == 0 && !is.null(foreign)) foreign else meant(name, allowed, "arguments")
}

place_args <- function(parts, labels, allowed, name, ctx) {
  if ("..." %in% allowed) {
    named <- labels %in% allowed
    return(c(parts[!named], parts[named]))
  }
  free <- allowed[!allowed %in% labels]
  unnamed <- which(!nzchar(labels))
  if (length(unnamed) > length(free)) {
    stop_in(
      ctx, "bad_argument",
      sprintf("%s() takes at most %s.", name, count_of(length(allowed), "argument"))
    )
  }
  labels[unnamed] <- free[seq_along(unnamed)]
  stats::setNames(parts, labels)
}

takes_of <- function(takes, label) {
  if (nzchar(label) && label %in% names(takes)) takes[[label]] else takes[["..."]]
}
