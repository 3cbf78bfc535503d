room("count", "figure",
  args = alist(x = NULL), takes = list(x = "any"), gives = "integer", additive = TRUE, of_none = 0L,
  fold = function(node) list(fold = "none", answer = "filled"), slide = function(node) list(name = "count"),
  again = function(x, node) sum(!is_missing_value(x)),
  words = function(node) if (is.null(node$args$x)) "the number of entries" else "the number of {x} filled in"
)

room("count_missing", "figure",
  args = alist(x = ), takes = list(x = "any"), gives = "integer", additive = TRUE, of_none = 0L,
  fold = function(node) list(fold = "none", answer = "missing"), slide = function(node) list(name = "missing"),
  again = function(x, node) sum(is_missing_value(x)),
  words = "the number of {x} missing"
)
