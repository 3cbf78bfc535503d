same_as_x <- function(kind, ...) if (kind == "logical") "logical" else kind

extreme <- function(name, again, words) {
  room(name, "figure",
    args = alist(x = ), takes = list(x = "ordered"), gives = same_as_x, additive = FALSE,
    fold = function(node) list(fold = "extremes", answer = name), again = again, words = words
  )
}

extreme("min", function(x, node) if (length(x) == 0) NA else min(x), "the smallest {x}")
extreme("max", function(x, node) if (length(x) == 0) NA else max(x), "the largest {x}")
