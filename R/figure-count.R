# Entries that a preparation made are none of the ledger's: count(made) counts both.
without_made <- function(args, ctx) {
  if (!is.null(args$x) || is.null(ctx$made) || !ctx$made %in% names(ctx$columns)) return(args)
  of_ledger <- row_call("!", list(x = list(type = "column", name = ctx$made, kind = "logical")), ctx)
  args$where <- if (is.null(args$where)) of_ledger else row_call("&", list(x = args$where, y = of_ledger), ctx)
  args
}

room("count", "figure", asked_often = TRUE, is_count = TRUE,
  args = alist(x = NULL), takes = list(x = "any"), gives = "integer", additive = TRUE, of_none = 0L,
  ready = function(args, ctx) {
    x <- args$x
    if (!is.null(x) && x$kind == "logical" && x$type == "call") stop_in(
      ctx, "bad_argument", "count() of a condition counts where it is known, met or not.",
      sprintf("For the entries that meet it: count(where = %s).", node_label(x))
    )
    without_made(args, ctx)
  },
  fold = function(node) list(fold = "none", answer = "filled"), slide = function(node) list(name = "count"),
  again = function(x, node) sum(!is_missing_value(x)), exact = "filled", sees_missing = TRUE,
  in_columns = function(x, line, n, node, weight) tabulate(if (is.null(x)) line else line[!is_missing_value(x)], n),
  of_totals = function(n, total) n,
  in_sql = function(sql, node, to) gathered_in_sql("count", sql$x, sql$where, to),
  by_hand = function(x, value, node) sprintf("Filled in are %s: %s.", some_values(x), exact_text(value)),
  words = function(node) if (is.null(node$args$x)) "the number of entries" else "the number of {x} filled in",
  phrases = c(
    list(phrase("the number of entries", quote(count()), named = "entries")),
    with_condition(phrase("the number of entries", quote(count()), named = "entries_of_{v}")),
    list(phrase("the number of {x} filled in", quote(count(.x)), named = "{x}_filled_in", x = blank("entry_column")))
  )
)

room("count_missing", "figure",
  args = alist(x = ), takes = list(x = "any"), gives = "integer", additive = TRUE, of_none = 0L,
  fold = function(node) list(fold = "none", answer = "missing"), slide = function(node) list(name = "missing"),
  again = function(x, node) sum(is_missing_value(x)), exact = NULL, sees_missing = TRUE, by_hand = NULL,
  in_columns = function(x, line, n, node, weight) tabulate(line[is_missing_value(x)], n),
  in_sql = function(sql, node, to) {
    gathered_in_sql("count", NULL, both_said(sprintf("%s IS NULL", sql$x), sql$where), to)
  },
  words = "the number of {x} missing"
)
