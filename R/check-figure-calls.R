# Calls of figures, lifted out of the expression that they stand in.

# A figure call, lifted out of the expression that it stands in.
check_figure <- function(expr, name, values, ctx) {
  if (is.null(ctx$entries)) {
    stop_in(
      ctx, "figure_misplaced", sprintf("%s() gathers entries, and there is nothing to gather here.", name),
      c("Figures belong into the section `figures`.", ctx$figure_hint)
    )
  }
  figure <- room_of("figure", name)
  if (is.null(figure$check)) check_plain_figure(expr, name, values, ctx) else figure$check(expr, values, ctx)
}

check_plain_figure <- function(expr, name, values, ctx) {
  figure <- room_of("figure", name)
  parts <- match_args(expr, c(figure$args, alist(where = NULL)), name, ctx)
  inner <- ctx
  inner$columns <- ctx$entries
  inner$entries <- NULL
  inner$figures <- NULL
  inner$figure_hint <- sprintf("A figure of a figure is a page of its own: see help(\"brief\").")
  is_sort <- names(parts) == "along"
  args <- lapply(parts[!is_sort], check_node, values = values, ctx = inner)
  if (any(is_sort)) args$along <- check_sort(parts$along, values, inner)
  check_kinds(args, c(figure$takes, list(where = "logical")), name, ctx)
  if (!is.null(figure$ready)) args <- figure$ready(args, inner)
  kind <- if (is.null(args$x)) "any" else args$x$kind
  node <- list(
    type = "figure", fn = name, args = args, text = expr_text(expr),
    kind = if (is.function(figure$gives)) figure$gives(kind, args, ctx) else figure$gives
  )
  node$id <- rlang::hash(strip_text(node))
  node$feed <- key_of_feed(args)
  node
}

# Figures gather the rows in hand, whatever those are.
figures_context <- function(ctx) {
  ctx$entries <- ctx$columns
  ctx$figures <- TRUE
  ctx
}

# Any figure over the whole group, written beside each row of it.
check_grouped <- function(expr, name, values, ctx) {
  parts <- as.list(expr)
  per <- parts$per
  parts$per <- NULL
  if (is.null(per) && ctx$section %in% c("only", "lines")) {
    stop_in(
      ctx, "figure_misplaced", sprintf("%s() gathers entries, and there is nothing to gather here.", name),
      c(
        ctx$figure_hint,
        sprintf("To compare each entry with a group of entries, say which: %s(..., per = whole()).", name)
      )
    )
  }
  figure <- check_figure(as.call(parts), name, values, figures_context(ctx))
  node <- list(
    type = "window", fn = "whole_group", figure = figure, per = window_per(per, values, ctx), along = list(),
    kind = figure$kind, text = expr_text(expr)
  )
  node$id <- rlang::hash(strip_text(node))
  node
}
