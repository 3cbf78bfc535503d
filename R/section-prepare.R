# prepare: repairs and changes of shape, in the order given, before anything else. A preparation's
# room says how its call is checked (`check`), what columns it leaves (`leaves`), how it changes the
# entries (`work`), how it reads (`words`) and what it has to prove (`owes`).

room("prepare", "section",
  place = 1, read = read_items,
  option = list(takes = "CALLS", does = "repairs, other tables, calendars, changes of shape: see help preparations",
    example = "mend_keys(lock), bring_in(locks, match = lock)"),
  clause = clause("repairs, other tables ...", "First,",
    function(seen) phrases_of_rooms("preparation")),
  check = function(items, ctx) {
    checked <- list()
    for (item in items) {
      part <- check_preparation(item, ctx)
      checked <- c(checked, list(part))
      ctx <- after_preparation(part, ctx)
    }
    checked
  },
  leaves = function(checked, ctx) {
    for (part in checked) ctx <- after_preparation(part, ctx)
    ctx
  },
  work = function(drawn, checked) {
    for (part in checked) {
      drawn <- room_of("preparation", part$fn)$work(drawn, part)
      drawn$page$log$memo <- new_window_memo()
    }
    drawn
  },
  words = function(checked) {
    first <- ifelse(seq_along(checked) == 1, "First", "Then")
    paste(first, vapply(checked, function(part) room_of("preparation", part$fn)$words(part), ""))
  },
  in_sql = function(q, checked, brief) {
    for (part in checked) {
      say <- room_of("preparation", part$fn)$in_sql
      if (is.null(say)) not_in_sql(sprintf("%s() is worked here", part$fn), to_of(q, "prepare"))
      q <- say(q, part, brief)
    }
    q
  },
  aside = function(drawn, checked) {
    found <- aside_together(lapply(drawn$entries$prepared_by, function(done) {
      aside <- room_of("preparation", done$part$fn)$aside
      if (!is.null(aside)) aside(done)
    }))
    if (is.null(found)) data.frame(entry = integer(), reason = character()) else found
  },
  owes = function(drawn, checked) {
    do.call(c, lapply(drawn$entries$prepared_by, function(done) {
      owed <- room_of("preparation", done$part$fn)$owes(drawn, done)
      if (is.null(owed$status)) owed else list(owed)
    }))
  }
)

# Made entries are told from those of the ledger by the column `made`.
after_preparation <- function(part, ctx) {
  ctx$columns <- room_of("preparation", part$fn)$leaves(part, ctx)
  if (!is.null(part$made)) ctx$made <- part$made
  ctx
}

check_preparation <- function(item, ctx) {
  if (nzchar(item$name)) stop_in(ctx, "bad_argument", sprintf("a preparation has no name (`%s`).", item$name))
  fn <- if (is.call(item$expr)) call_name(item$expr) else ""
  if (!has_room("preparation", fn)) stop_in(
    ctx, "unknown_function", sprintf("`%s` is no preparation.", expr_text(item$expr)),
    c(meant(fn, rooms_of("preparation"), "preparations"), "A new column belongs into `columns`.")
  )
  room <- room_of("preparation", fn)
  parts <- if (isTRUE(room$labels_tables)) as.list(item$expr)[-1] else match_args(item$expr, room$args, fn, ctx)
  part <- room$check(parts, item$values, ctx)
  part$fn <- fn
  part
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
