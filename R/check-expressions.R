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
  if (is.call(expr)) return(check_chain(expr, values, ctx))
  if (is.atomic(expr) && !is.null(expr)) return(one_value_node(expr, "an expression", ctx))
  stop_in(ctx, "bad_expression", sprintf("`%s` is nothing that a brief can hold.", expr_text(expr)))
}

value_node <- function(value) {
  if (inherits(value, "POSIXlt")) value <- as.POSIXct(value)
  kind <- kind_of(value)
  if (is.na(kind)) kind <- "any"
  list(type = "value", value = value, kind = if (length(value) && all(is.na(value))) "empty" else kind)
}

# Values of classes that are none of ours would be compared without what their class means (a span without its unit).
check_value <- function(value, what, ctx) {
  if (is.na(kind_of(value)) && !inherits(value, "POSIXlt")) stop_in(
    ctx, "wrong_kind", sprintf("%s is of class %s, which is no value for a brief.", what, tick(class(value)[1])),
    "Make it a number, text, a date or a time first, such as as.numeric(x, units = \"days\")."
  )
}

# A value outside the table stands for itself, and is never stretched over the rows.
one_value_node <- function(value, what, ctx) {
  check_value(value, what, ctx)
  if (length(value) == 1) return(value_node(value))
  stop_in(
    ctx, "bad_length", sprintf("%s takes one value, and this is %s.", what, count_of(length(value), "value")),
    "A set of values stands to the right of %in%; what belongs to the rows is a column of the source."
  )
}

check_chain <- function(expr, values, ctx) {
  spine <- list()
  while (is_chained(expr)) {
    spine <- c(spine, list(expr))
    expr <- expr[[2]]
  }
  if (length(spine) == 0) return(check_call(expr, values, ctx))
  node <- check_node(expr, values, ctx)
  for (link in rev(spine)) {
    name <- as.character(link[[1]])
    node <- row_call(name, list(x = node, y = check_node(link[[3]], values, ctx)), ctx)
  }
  node
}

check_symbol <- function(name, values, ctx) {
  if (name %in% names(ctx$columns)) {
    return(list(type = "column", name = name, kind = ctx$columns[[name]]))
  }
  if (!is.null(values[[name]])) return(one_value_node(values[[name]], tick(name), ctx))
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
  if (name == "(" && length(expr) == 2) return(check_node(expr[[2]], values, ctx))
  if (name == "-" && length(expr) == 2 && is.numeric(expr[[2]])) return(value_node(-expr[[2]]))
  for (kind in rooms_of("call")) {
    call <- room_of("call", kind)
    if (call$takes(name, ctx)) return(call$check(expr, name, values, ctx))
  }
  stop_unknown_function(name, ctx)
}

# The kinds of calls, in the order in which they are asked whether a name is theirs.
room("given", "call", place = 1,
  takes = function(name, ctx) name == "given", check = function(expr, name, values, ctx) check_given(expr, ctx)
)

room("row", "call", place = 9,
  takes = function(name, ctx) has_room("row", name), check = function(expr, name, values, ctx) {
    row <- room_of("row", name)
    if (!is.null(row$check)) return(row$check(expr, values, ctx))
    parts <- match_args(expr, row$args, name, ctx)
    row_call(name, lapply(parts, function(part) check_node(part, values, ctx)), ctx)
  }
)

# A row function on checked arguments.
row_call <- function(name, args, ctx) {
  row <- room_of("row", name)
  for (arg in intersect(row$one, names(args))) args[[arg]] <- constant_arg(args[[arg]], name, arg, ctx)
  args <- given_settled(args, row, ctx)
  if (!is.null(row$ready)) args <- row$ready(args, ctx)
  check_kinds(args, row$takes, name, ctx)
  args <- with_kinds(args, row$takes)
  kinds <- vapply(args, function(arg) arg$kind, "", USE.NAMES = FALSE)
  gives <- if (is.function(row$gives)) row$gives(kinds, args, ctx) else row$gives
  list(type = "call", fn = name, args = args, kind = gives)
}

# A column without any value is of no kind until it stands where one is asked for.
with_kinds <- function(args, takes) {
  lapply(stats::setNames(seq_along(args), names(args)), function(i) {
    arg <- args[[i]]
    if (!identical(arg$kind, "empty")) return(arg)
    set <- takes_of(takes, rlang::names2(args)[i])
    makes <- c(text = "as_text", moment = "as_date")[set]
    if (is.null(set) || is.na(makes)) return(arg)
    list(type = "call", fn = makes[[1]], args = list(x = arg), kind = c(text = "text", moment = "date")[[set]])
  })
}

# Arguments that are the same for all rows: a value, or an expression of values alone.
constant_arg <- function(node, name, arg, ctx) {
  if (node$type == "given") return(node)
  if (!is_constant(node)) stop_in(
    ctx, "bad_argument",
    sprintf("%s(%s = ) takes one value for all rows, and %s is none.", name, arg, node_text(node))
  )
  folded_constant(node)
}

is_constant <- function(node) {
  node$type == "value" || node$type == "call" && all(vapply(node$args, is_constant, TRUE))
}

folded_constant <- function(node) {
  if (node$type == "value") return(node)
  value_node(plain_vector(evaluate_column(node, table_in_hand(NULL, 1))))
}

call_name <- function(expr) if (is.symbol(expr[[1]])) as.character(expr[[1]]) else expr_text(expr[[1]])

stop_unknown_function <- function(name, ctx) {
  if (name == "c") stop_in(ctx, "unknown_function", "c() holds several things, and one is meant here.",
    "Give each part a place of its own: c(reach, lock), and not c(x = c(reach, lock)).")
  windows <- if (isTRUE(ctx$windows)) c(listed_rooms("window"), rooms_of("figure"))
  known <- c(rooms_of("row"), if (!is.null(ctx$entries)) rooms_of("figure"), windows)
  place <- place_of_word(name)
  foreign <- foreign_word(name, foreign_functions)
  near <- nearest(name, grep("^[a-z]", known, value = TRUE))
  if (!is.null(place)) near <- near[startsWith(name, near)]
  said <- if (is.null(place)) "there is no function `%s` in a brief." else "%s() has no place here."
  stop_in(
    ctx, "unknown_function", sprintf(said, shortened(name)),
    c(
      if (!is.null(foreign)) sprintf("In a brief one writes: %s", foreign) else if (length(near)) sprintf(
        "Did you mean %s?", either(tick(near))
      ),
      place, "words() lists all that there are."
    ),
    name = name
  )
}

check_given <- function(expr, ctx, set = FALSE) {
  name <- if (length(expr) == 2 && (is.symbol(expr[[2]]) || rlang::is_string(expr[[2]]))) as.character(expr[[2]])
  if (length(name) != 1 || !nzchar(name)) {
    stop_in(ctx, "bad_argument", "given() takes one name: given(month).")
  }
  value <- ctx$given[[name]]
  if (is.null(value)) return(list(type = "given", name = name, kind = "any"))
  if (set) value_node(value) else one_value_node(value, sprintf("given(%s)", name), ctx)
}
