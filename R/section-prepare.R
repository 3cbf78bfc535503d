# prepare: repairs and changes of shape, in the order given, before anything else. A preparation's
# room says how its call is checked (`check`), what columns it leaves (`leaves`), how it changes the
# entries (`work`), how it reads (`words`) and what it has to prove (`owes`).

room("prepare", "section",
  place = 1, read = read_items,
  option = list(takes = "CALLS", does = "changes of shape, before anything else",
    example = "unpivot(keep = lock, names = month, values = receipts)"),
  check = function(items, ctx) {
    checked <- list()
    for (item in items) {
      part <- check_preparation(item, ctx)
      checked <- c(checked, list(part))
      ctx$columns <- room_of("preparation", part$fn)$leaves(part, ctx)
    }
    checked
  },
  leaves = function(checked, ctx) {
    for (part in checked) ctx$columns <- room_of("preparation", part$fn)$leaves(part, ctx)
    ctx
  },
  work = function(state, checked) {
    for (part in checked) room_of("preparation", part$fn)$work(state, part)
    state
  },
  words = function(checked) {
    paste("First", vapply(checked, function(part) room_of("preparation", part$fn)$words(part), ""))
  },
  owes = function(state, checked) {
    lapply(state$prepared_by, function(done) room_of("preparation", done$part$fn)$owes(state, done))
  }
)

check_preparation <- function(item, ctx) {
  if (nzchar(item$name)) stop_in(ctx, "bad_argument", sprintf("a preparation has no name (`%s`).", item$name))
  fn <- if (is.call(item$expr)) call_name(item$expr) else ""
  if (!has_room("preparation", fn)) stop_in(
    ctx, "unknown_function", sprintf("`%s` is no preparation.", expr_text(item$expr)),
    c(meant(fn, rooms_of("preparation"), "preparations"), "A new column belongs into `columns`.")
  )
  room <- room_of("preparation", fn)
  part <- room$check(match_args(item$expr, room$args, fn, ctx), item$values, ctx)
  part$fn <- fn
  part
}

# How a column of the entries in hand is found, whatever becomes of them later.
entries_so_far <- function(state) {
  prepared <- state$prepared
  rows <- state$rows
  function(name) {
    column <- if (is.null(prepared)) column_of_source(state, name) else prepared(name)
    if (is.null(rows)) column else pick_rows(column, rows)
  }
}

# From here on there are other entries: `columns(name)` gives a column when it is asked for.
change_entries <- function(state, n, names, columns) {
  if (n > .Machine$integer.max) stop_idle(
    "bad_argument", sprintf(
      "In the section `prepare`: this would make %s entries, more than can be held.", big_mark(n)
    )
  )
  state$n_added <- state$n_added + n - state$n
  state$prepared <- columns
  state$n <- n
  state$rows <- NULL
  state$cache <- list()
  state$source_names <- state$column_names <- names
  forget_windows(state)
}

# The columns that a preparation names, as text.
named_columns <- function(expr, what, ctx) {
  parts <- if (rlang::is_call(expr, "c")) as.list(expr)[-1] else list(expr)
  vapply(parts, function(part) {
    if (!is.symbol(part) && !rlang::is_string(part)) stop_in(
      ctx, "bad_argument", sprintf("`%s` takes columns by name, and `%s` is none.", what, expr_text(part))
    )
    check_symbol(as.character(part), list(), ctx)$name
  }, "", USE.NAMES = FALSE)
}

# A name for a new column.
new_name <- function(expr, what, taken, ctx) {
  if (!is.symbol(expr) && !rlang::is_string(expr)) stop_in(
    ctx, "bad_argument", sprintf("`%s` takes the name of a new column, and `%s` is none.", what, expr_text(expr))
  )
  name <- as.character(expr)
  if (name %in% taken) stop_in(
    ctx, "name_twice", sprintf("`%s` is a column already; give the new one another name.", name)
  )
  name
}
