# Sets of values, as they stand to the right of %in%.

# Values for a set, written as c(...), as one value, as a local variable or as given(). What is still
# to be supplied is kept as it is.
check_set <- function(expr, values, ctx, what) {
  parts <- if (rlang::is_call(expr, "c")) as.list(expr)[-1] else list(expr)
  members <- lapply(parts, set_member, values = values, ctx = ctx, what = what)
  families <- setdiff(unique(vapply(members, function(m) kind_family(m$kind), "")), "")
  if (length(families) > 1) stop_in(
    ctx, "wrong_kind", sprintf("%s holds values of one kind, and these are %s.", what, both(families))
  )
  if (any(vapply(members, function(m) m$type == "given", TRUE))) {
    return(list(type = "set", args = members, kind = members[[1]]$kind))
  }
  value_node(joined_values(lapply(members, `[[`, "value")))
}

set_member <- function(expr, values, ctx, what) {
  if (rlang::is_missing(expr)) stop_in(ctx, "bad_argument", sprintf("%s has an empty place.", what))
  if (is.symbol(expr)) {
    name <- as.character(expr)
    if (name %in% names(ctx$columns)) stop_in(
      ctx, "bad_argument", sprintf("%s holds values, and `%s` is a column.", what, name),
      "To compare two columns row by row write a == b."
    )
    if (!is.null(values[[name]])) {
      check_value(values[[name]], tick(name), ctx)
      return(value_node(values[[name]]))
    }
  }
  if (is.atomic(expr) && !is.null(expr)) return(value_node(expr))
  if (rlang::is_call(expr, "given")) return(check_given(expr, ctx, set = TRUE))
  node <- check_node(expr, values, ctx)
  if (!is_constant(node)) stop_in(
    ctx, "bad_argument", sprintf("%s holds values, and %s is worked out for each row.", what, node_text(node))
  )
  folded_constant(node)
}

# Constants that must be known when the brief is made.
set_of_values <- function(expr, values, arg, ctx) {
  set <- check_set(expr, values, ctx, tick(arg))
  if (set$type != "value") {
    stop_in(ctx, "bad_argument", sprintf("`%s` takes values that are known, and given() is not supplied.", arg))
  }
  set$value
}
