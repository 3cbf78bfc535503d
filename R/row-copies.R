# Whether an entry has others like it, to look at them side by side before they are struck.

room("has_copies", "row", topic = "copies, and partners in other tables",
  args = alist(... = ), takes = list(... = "any"), gives = "logical", of_whole_column = TRUE,
  check = function(expr, values, ctx) {
    columns <- if (length(expr) == 1) lapply(names(ctx$columns), as.name) else as.list(expr)[-1]
    args <- lapply(unname(columns), check_node, values = values, ctx = ctx)
    list(type = "call", fn = "has_copies", args = args, kind = "logical")
  },
  work = function(...) {
    columns <- lapply(list(...), as_settled)
    n <- max(vapply(columns, length_of, 1))
    copies <- core_copies(lapply(columns, function(x) if (length_of(x) == n) x else repeated(x, n)), n)
    found <- rep(FALSE, n)
    found[c(copies$row, copies$of)] <- TRUE
    found
  },
  again = NULL,
  call = "has_copies(column, ...)", words = "whether others are alike, in every column or in those named"
)
