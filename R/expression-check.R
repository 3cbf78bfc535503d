# Checking an expression when the brief is made: every name is known, every function is one of ours,
# every kind fits. What comes out is a tree of nodes, each with its kind:
#   value  a constant                 column  a column of the grain in hand
#   given  a value supplied later     call    a row function
#   window figures over other rows (only where ctx$windows)
#   figure a figure call (only where figures are allowed)

# The context of a check:
#   section, columns (kind by name), given (values by name),
#   entries (kind by name of the entries' columns, where figures are allowed; else NULL)
check_item <- function(item, ctx) check_node(item$expr, item$values, ctx)

check_node <- function(expr, values, ctx) {
  if (is.symbol(expr)) return(check_symbol(as.character(expr), values, ctx))
  if (is.call(expr)) return(check_call(expr, values, ctx))
  if (is.atomic(expr) && !is.null(expr)) return(value_node(expr))
  stop_in(ctx, "bad_expression", sprintf("`%s` is nothing that a brief can hold.", expr_text(expr)))
}

value_node <- function(value) {
  if (inherits(value, "POSIXlt")) value <- as.POSIXct(value)
  kind <- kind_of(value)
  if (is.na(kind)) kind <- "any"
  list(type = "value", value = value, kind = if (all(is.na(value))) "empty" else kind)
}

check_symbol <- function(name, values, ctx) {
  if (name %in% names(ctx$columns)) {
    return(list(type = "column", name = name, kind = ctx$columns[[name]]))
  }
  if (!is.null(values[[name]])) return(value_node(values[[name]]))
  if (name %in% names(ctx$entries)) {
    stop_in(
      ctx, "not_determined",
      sprintf("`%s` has no single value per line: a line gathers many entries.", name),
      c(
        sprintf(
          "Say which value is meant, for instance %s, or make it a key: lines = c(..., %s).",
          meant_figure(name, ctx$entries[[name]]), name_text(name)
        )
      ),
      column = name
    )
  }
  stop_in(
    ctx, "unknown_column", sprintf("there is no column `%s`.", name),
    meant(name, names(ctx$columns)),
    column = name
  )
}

meant_figure <- function(name, kind) {
  figure <- if (kind %in% kind_sets$number) "sum" else "first"
  sprintf("%s(%s)", figure, name_text(name))
}

check_call <- function(expr, values, ctx) {
  name <- call_name(expr)
  if (name == "(") return(check_node(expr[[2]], values, ctx))
  if (name == "given") return(check_given(expr, ctx))
  if (name == "-" && length(expr) == 2 && is.numeric(expr[[2]])) return(value_node(-expr[[2]]))
  if (has_room("figure", name)) {
    gathers <- isTRUE(ctx$figures) || !isTRUE(ctx$windows)
    return((if (gathers) check_figure else check_grouped)(expr, name, values, ctx))
  }
  if (isTRUE(ctx$framing) && name %in% edge_words) return(check_edge_in_frame(expr, name, values, ctx))
  if (has_room("window", name)) return(check_window(expr, name, values, ctx))
  if (!has_room("row", name)) stop_unknown_function(name, ctx)
  row <- room_of("row", name)
  if (!is.null(row$check)) return(row$check(expr, values, ctx))
  parts <- match_args(expr, row$args, name, ctx)
  args <- lapply(parts, function(part) check_node(part, values, ctx))
  if (!is.null(row$ready)) args <- row$ready(args, ctx)
  check_kinds(args, row$takes, name, ctx)
  kinds <- vapply(args, function(arg) arg$kind, character(1))
  gives <- if (is.function(row$gives)) row$gives(kinds, args, ctx) else row$gives
  list(type = "call", fn = name, args = args, kind = gives)
}

call_name <- function(expr) if (is.symbol(expr[[1]])) as.character(expr[[1]]) else expr_text(expr[[1]])

stop_unknown_function <- function(name, ctx) {
  windows <- if (isTRUE(ctx$windows)) c(setdiff(rooms_of("window"), "whole_group"), rooms_of("figure"))
  known <- c(rooms_of("row"), if (!is.null(ctx$entries)) rooms_of("figure"), windows)
  stop_in(
    ctx, "unknown_function", sprintf("there is no function `%s` in a brief.", name),
    c(meant(name, grep("^[a-z]", known, value = TRUE), "functions"),
      "See help(\"words\", package = \"idleledger\") for all of them."
    ),
    name = name
  )
}

check_given <- function(expr, ctx) {
  name <- if (length(expr) == 2) as.character(expr[[2]]) else ""
  if (length(name) != 1 || !nzchar(name)) {
    stop_in(ctx, "bad_argument", "given() takes one name: given(month).")
  }
  value <- ctx$given[[name]]
  if (is.null(value)) return(list(type = "given", name = name, kind = "any"))
  value_node(value)
}

# Matches a call's arguments to those of a room, by whole names only.
match_args <- function(expr, args, name, ctx) {
  parts <- as.list(expr)[-1]
  allowed <- names(args)
  labels <- rlang::names2(parts)
  wrong <- setdiff(labels[nzchar(labels)], allowed)
  if (length(wrong) > 0 && !"..." %in% allowed) {
    stop_in(
      ctx, "bad_argument", sprintf("%s() has no argument `%s`.", name, wrong[1]),
      meant(wrong[1], allowed, "arguments")
    )
  }
  if (any(vapply(parts, rlang::is_missing, logical(1)))) {
    stop_in(ctx, "bad_argument", sprintf("%s() has an empty argument.", name))
  }
  if (anyDuplicated(labels[nzchar(labels)])) {
    stop_in(ctx, "bad_argument", sprintf("%s() has an argument twice.", name))
  }
  matched <- place_args(parts, labels, allowed, name, ctx)
  for (arg in setdiff(allowed, c(names(matched), "..."))) {
    if (rlang::is_missing(args[[arg]])) {
      stop_in(ctx, "bad_argument", sprintf("%s() needs a value for `%s`.", name, arg))
    }
    if (!is.null(args[[arg]])) matched[[arg]] <- args[[arg]]
  }
  matched
}

place_args <- function(parts, labels, allowed, name, ctx) {
  if ("..." %in% allowed) {
    named <- labels %in% allowed
    return(c(parts[!named], parts[named]))
  }
  free <- setdiff(allowed, labels)
  unnamed <- which(!nzchar(labels))
  if (length(unnamed) > length(free)) {
    stop_in(
      ctx, "bad_argument",
      sprintf("%s() takes at most %s.", name, count_of(length(allowed), "argument"))
    )
  }
  labels[unnamed] <- free[seq_along(unnamed)]
  stats::setNames(parts, labels)
}

check_kinds <- function(args, takes, name, ctx) {
  for (i in seq_along(args)) {
    label <- rlang::names2(args)[i]
    set <- if (nzchar(label) && label %in% names(takes)) takes[[label]] else takes[["..."]]
    if (is.null(set) || kind_fits(args[[i]]$kind, set)) next
    what <- node_text(args[[i]])
    stop_in(
      ctx, "wrong_kind",
      sprintf("%s() takes %s, and %s is %s.", name, set_words[[set]], what, a_kind(args[[i]]$kind)),
      kind_hint(args[[i]], set, ctx),
      column = args[[i]]$name
    )
  }
}

kind_hint <- function(node, set, ctx) {
  if (node$type == "column" && node$kind == "text" && set == "number") {
    return(c(
      ctx$column_notes[[node$name]],
      sprintf("Count with count(%s), or make numbers of it: as_number(%s).", node$name, node$name)
    ))
  }
  if (node$type == "column" && set == "logical") {
    return(sprintf("Write a comparison, such as %s == ... or is_missing(%s).", node$name, node$name))
  }
  NULL
}

node_text <- function(node) {
  switch(node$type,
    column = tick(node$name), value = value_text(node$value), given = sprintf("given(%s)", node$name),
    sprintf("the result of %s()", node$fn)
  )
}

value_text <- function(value) {
  text <- if (is.character(value)) encodeString(value, quote = "\"") else format(value)
  listing(text, 3)
}
