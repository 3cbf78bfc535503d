# Lists with gaps.

`%||%` <- function(a, b) if (is.null(a)) b else a

without_null <- function(x) {
  for (k in rev(which(lengths(x) == 0))) if (is.null(x[[k]])) x[[k]] <- NULL
  x
}
