# Unbroken runs of dates or numbers.

room("run_of", "window",
  args = alist(x = , per = NULL, step = 1),
  check = function(expr, values, ctx) {
    parts <- match_args(expr, room_of("window", "run_of")$args, "run_of", ctx)
    x <- check_node(parts$x, values, ctx)
    if (!is_moment(x$kind)) check_kinds(list(x = x), list(x = "number"), "run_of", ctx)
    step <- run_step(parts$step, values, ctx)
    if (step$unit == "seconds" && x$kind != "time") stop_in(ctx, "wrong_kind", sprintf(
      "a step of %s needs a date with time, and %s is none.", step$text, node_text(x)))
    if (step$unit != "rows" && !is_moment(x$kind)) {
      stop_in(ctx, "wrong_kind", sprintf("a step of %s needs a date, and %s is none.", step$text, node_text(x)))
    }
    along <- list(list(node = x, down = FALSE, text = expr_text(parts$x)))
    list(args = list(x = x), per = window_per(parts$per, values, ctx), along = along, step = step, kind = "integer")
  },
  work = function(node, table) {
    check_group_said(node, table)
    runs <- core_number_runs(
      window_rows(node$per, node$along, table), run_values(node, table), node$step$n, node$step$unit == "months"
    )
    gone <- sum(is.na(runs))
    if (gone > 0) table$note(sprintf("%s no %s and no run", have(gone, table$row), node_label(node$args$x)))
    runs
  },
  again = function(node, table, at) {
    group <- plain_groups(node$per, table)
    x <- as.double(unclass(run_values(node, table)))
    vapply(at, function(row) {
      if (!is.finite(x[row])) return(NA_integer_)
      here <- sort(unique(x[group == group[row] & is.finite(x)]))
      reach <- if (node$step$unit == "months") vapply(
        here, months_from, 1, months = node$step$n
      ) else here + node$step$n
      1L + sum(utils::head(reach, -1) < here[-1] & here[-1] <= x[row])
    }, 1L)
  },
  whole = function(part, values, group, table) {
    runs_of_groups(part, values, group, table, run_values(part$node, table))
  },
  in_sql = function(node, to) run_in_sql(node, to), result = that_gives,
  rows_used = function(node, table, at) {
    group <- plain_groups(node$per, table)
    runs <- paste(group, evaluate_column(list(type = "window", fn = "run_of", args = node$args, per = node$per,
      along = node$along, step = node$step), table))
    which(runs %in% runs[at])
  },
  words = "the number of the unbroken run that a date or number belongs to, from 1 in each group"
)

run_step <- function(expr, values, ctx) {
  if (is.call(expr) && call_name(expr) %in% names(calendar_spans)) return(check_span(expr, values, ctx, "step"))
  step <- one_value(expr, values, "step", ctx)
  if (!is.numeric(step) || !is.finite(step) || step <= 0) stop_in(
    ctx, "bad_argument", "`step` is a number above 0, or days(2)."
  )
  list(unit = "rows", n = as.double(step), text = format(step))
}

# Dates and times go by days, or by seconds where the step is one of the clock.
run_values <- function(node, table) {
  x <- evaluate_column(node$args$x, table)
  if (node$step$unit == "seconds") return(as.double(unclass(x)))
  if (is_moment(node$args$x$kind)) as_days(x) else x
}
