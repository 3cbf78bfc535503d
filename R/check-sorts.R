# Orders: columns or expressions, each up, or down inside falling(); rising() says what holds anyway.

check_sort <- function(expr, values, ctx) {
  parts <- if (rlang::is_call(expr, "c")) as.list(expr)[-1] else list(expr)
  lapply(parts, function(part) {
    said <- rlang::is_call(part, c("falling", "rising"))
    down <- rlang::is_call(part, "falling")
    if (said && length(part) != 2) stop_in(
      ctx, "bad_argument", sprintf("%s() takes one column or expression.", call_name(part)),
      "Several keys stand side by side: order = c(reach, falling(receipts))."
    )
    node <- check_node(if (said) part[[2]] else part, values, ctx)
    check_varies(node, "an order", ctx)
    check_kinds(list(x = node), list(x = "ordered"), "the order", ctx)
    list(node = node, down = down, text = expr_text(part))
  })
}

# A constant as a key or an order is the name of a column that was put in quotes.
check_varies <- function(node, what, ctx) {
  if (!is_constant(node)) return(invisible())
  text <- if (is.character(node$value)) node$value[1] else ""
  stop_in(
    ctx, "bad_argument", sprintf("%s is the same for all rows, so it makes no difference as %s.", node_text(node),
      what),
    if (text %in% names(ctx$columns)) sprintf("The column `%s` is written without quotes.", text) else
      "Name a column, or an expression of columns."
  )
}
