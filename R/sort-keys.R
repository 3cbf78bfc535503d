# Orders: columns or expressions, each up, or down inside desc().

check_sort <- function(expr, values, ctx) {
  parts <- if (rlang::is_call(expr, "c")) as.list(expr)[-1] else list(expr)
  lapply(parts, function(part) {
    down <- rlang::is_call(part, "desc")
    if (down && length(part) != 2) stop_in(ctx, "bad_argument", "desc() takes one column or expression.")
    node <- check_node(if (down) part[[2]] else part, values, ctx)
    check_kinds(list(x = node), list(x = "ordered"), "the order", ctx)
    list(node = node, down = down, text = expr_text(part))
  })
}

# The place of each row in an order, from 0; rows that tie share a place.
sort_places <- function(sorts, table) {
  keys <- lapply(sorts, function(key) evaluate_column(key$node, table))
  down <- vapply(sorts, function(key) key$down, logical(1))
  order <- core_order(keys, down, table$n)
  core_places(keys, order)
}

sort_words <- function(sorts) {
  both(vapply(sorts, function(key) {
    if (key$down) sprintf("%s, largest first", node_label(key$node)) else node_label(key$node)
  }, ""))
}
