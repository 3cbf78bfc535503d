room("sum", "figure",
  args = alist(x = ), takes = list(x = "number"), additive = TRUE,
  gives = function(kind, ...) if (kind == "integer64") "integer64" else "double",
  fold = function(node) {
    list(fold = "total", answer = if (node$kind == "integer64") "whole_sum" else "sum")
  },
  slide = function(node) list(name = if (node$kind == "integer64") "whole_sum" else "sum"),
  again = function(x, node) if (length(x) == 0) NA else sum(x),
  words = "the total of {x}"
)

room("mean", "figure",
  args = alist(x = , weight = NULL), takes = list(x = "number", weight = "number"),
  additive = FALSE, gives = "double",
  ready = function(args, ctx) {
    if (!is.null(args$weight) && args$x$kind != "double") args$x <- list(
      type = "call", fn = "as_number", args = list(x = args$x), kind = "double"
    )
    args
  },
  fold = function(node) {
    if (is.null(node$args$weight)) return(list(fold = "total", answer = "mean"))
    list(fold = "weighted", answer = "weighted_mean")
  },
  slide = function(node) list(name = if (is.null(node$args$weight)) "mean" else "weighted_mean"),
  again = function(x, node, weight = NULL) {
    if (length(x) == 0) return(NA_real_)
    if (is.null(weight)) return(mean(as_plain_number(x)))
    if (sum(weight) %in% 0) NA_real_ else sum(as_plain_number(x) * weight) / sum(weight)
  },
  words = function(node) {
    if (is.null(node$args$weight)) return("the average of {x}")
    sprintf("the average of {x}, weighted by %s", node_label(node$args$weight))
  }
)
