# Whether a condition holds for any, or for every entry of a line.

judged <- function(name, answer, again, in_columns, words) {
  force(in_columns)
  room(name, "figure",
    args = alist(x = ), takes = list(x = "logical"), gives = "logical", additive = FALSE,
    fold = function(node) list(fold = "extremes", answer = answer), slide = function(node) list(name = answer),
    again = function(x, node) if (length(x) == 0) NA else again(x), in_columns = in_columns,
    in_sql = said_by_yes(name), exact = NULL, by_hand = NULL, words = words
  )
}

said_by_yes <- function(name) {
  force(name)
  function(sql, node, to) gathered_in_sql(function_said(name, to), sql$x, sql$where, to)
}

judged("any", "max", any, function(x, line, n, node, weight) of_some(tabulate(line[x], n) > 0, line, n),
  "whether any entry has {x}"
)
judged("every", "min", all, function(x, line, n, node, weight) of_some(tabulate(line[!x], n) == 0, line, n),
  "whether every entry has {x}"
)

# The place that a value would take among the entries of a line: one more than the entries ahead of
# it. It is a count under a condition.
room("rank_of", "figure",
  args = alist(value = , x = ), takes = list(), gives = "integer", additive = FALSE, of_none = 1L,
  check = function(expr, values, ctx) {
    parts <- match_args(expr, c(room_of("figure", "rank_of")$args, alist(where = NULL)), "rank_of", ctx)
    down <- rlang::is_call(parts$x, "falling", n = 1)
    column <- if (down || rlang::is_call(parts$x, "rising", n = 1)) parts$x[[2]] else parts$x
    ahead <- call(if (down) ">" else "<", column, parts$value)
    condition <- if (is.null(parts$where)) ahead else call("&", ahead, parts$where)
    counted <- call("count", where = condition)
    node <- check_figure(counted, "count", values, ctx)
    node$fn <- "rank_of"
    node$asked <- list(value = expr_text(parts$value), x = expr_text(column), down = down)
    node$text <- expr_text(expr)
    node$id <- rlang::hash(strip_text(node))
    node
  },
  fold = function(node) list(fold = "none", answer = "filled", add = 1),
  slide = function(node) list(name = "count", add = 1L),
  again = function(x, node) length(x) + 1L, exact = NULL, by_hand = NULL,
  in_sql = function(sql, node, to) sprintf("(%s + 1)", gathered_in_sql("count", NULL, sql$where, to)),
  phrases = list(phrase("the place that {v} would take among the {x}, largest first",
    quote(rank_of(.v, falling(.x))), named = "place", x = blank("entry_column", of = "measured"),
    v = blank("value", like = "x"))),
  in_columns = function(x, line, n, node, weight) tabulate(line, n) + 1L,
  notes = function(fact) {
    if (fact$unknown > 0) sprintf("%s could not be compared, and none of them is ahead", entry_count(fact$unknown))
  },
  words = function(node) {
    asked <- node$asked
    if (is.null(asked)) return("the place that a value would take among those of {x}")
    sprintf("the place that %s would take among %s, %s first", asked$value, asked$x,
      if (asked$down) "largest" else "smallest")
  }
)
