# Arguments of one value, groups, and spans of rows or of the calendar.

one_value <- function(expr, values, arg, ctx) {
  node <- check_node(expr, values, ctx)
  if (!is_constant(node)) {
    stop_in(ctx, "bad_argument", sprintf("`%s` takes one value.", arg))
  }
  folded_constant(node)$value
}

check_per <- function(expr, values, ctx) {
  if (is.null(expr) || rlang::is_call(expr, "whole", n = 0)) return(list())
  if (rlang::is_call(expr, "parent", n = 0)) return(list(check_parent(ctx)))
  parts <- if (rlang::is_call(expr, "c")) as.list(expr)[-1] else list(expr)
  lapply(parts, check_node, values = values, ctx = ctx)
}

# The group of a window that a line shares with those under the same subtotal.
check_parent <- function(ctx) {
  if (is.null(ctx$level_sets)) stop_in(
    ctx, "bad_argument", "parent() is the subtotal above a line, and the page has no section `footing`.",
    "Add footing = rollup(...), or say which group is meant: per = reach, or per = whole()."
  )
  sets <- c(list(ctx$keys), ctx$level_sets)
  parents <- parent_sets(sets)
  unclear <- which(vapply(parents, is.null, TRUE))
  if (length(unclear)) stop_in(
    ctx, "bad_argument",
    sprintf("parent() is not clear: the lines by %s stand under more than one subtotal.", both(sets[[unclear[1]]])),
    sprintf("Say which group is meant: per = %s, or per = whole().", ctx$keys[1])
  )
  list(type = "parent", kind = "any", text = "parent()", name = "parent")
}

yes_or_no <- function(expr, values, ctx, what) {
  value <- one_value(expr, values, what, ctx)
  if (!is.logical(value) || is.na(value)) stop_in(ctx, "bad_argument", sprintf("`%s` takes TRUE or FALSE.", what))
  value
}

whole_number <- function(expr, values, ctx, what, least = 1) {
  n <- one_value(expr, values, what, ctx)
  if (!is.logical(n)) n <- as_plain_number(n)
  if (!is.numeric(n) || is.na(n) || n != floor(n) || n < least || n > .Machine$integer.max) {
    stop_in(
      ctx, "bad_argument", sprintf(
        "`%s` takes a whole number from %s%s, and got %s.", what, least,
        if (isTRUE(n > least)) sprintf(" to %s", big_mark(.Machine$integer.max)) else "", value_text(n)
      ), if (identical(n, Inf)) "A figure of all rows up to this one is running(...)."
    )
  }
  n
}

# list(unit = "rows", "days" or "months", n =, text =)
check_span <- function(expr, values, ctx, what, least = 1) {
  if (is.call(expr) && call_name(expr) %in% names(calendar_spans)) {
    name <- call_name(expr)
    if (length(expr) != 2) stop_in(ctx, "bad_argument", sprintf("%s() takes one number: %s(7).", name, name))
    n <- whole_number(expr[[2]], values, ctx, name, least)
    span <- calendar_spans[[name]]
    return(list(unit = span[[1]], n = n * span[[2]], text = expr_text(expr), word = name))
  }
  list(unit = "rows", n = whole_number(expr, values, ctx, what, least), text = expr_text(expr))
}

calendar_spans <- list(
  days = list("days", 1), weeks = list("days", 7), months = list("months", 1), quarters = list("months", 3),
  years = list("months", 12), hours = list("seconds", 3600), minutes = list("seconds", 60)
)


reach <- function(unit, n = 0, short_of = FALSE) list(unit = unit, n = n, short_of = short_of)

by_calendar <- function(frame) any(c(frame$behind$unit, frame$ahead$unit) %in% c("days", "months", "seconds"))

# A step of the calendar: "day", or days(1).
step_of_calendar <- function(expr, what, values, ctx, kind = "date") {
  if (!is.call(expr) || !call_name(expr) %in% names(calendar_spans)) {
    return(one_of_words(expr, c(if (kind == "time") c("minute", "hour"), calendar_units), what, values, ctx))
  }
  span <- check_span(expr, values, ctx, what)
  word <- sub("s$", "", call_name(expr))
  if (span$unit == "seconds") return(step_of_clock(span, word, kind, what, ctx))
  if (span$n == calendar_spans[[call_name(expr)]][[2]]) return(word)
  stop_in(ctx, "bad_argument", sprintf("`%s` is one step of the calendar, and got %s.", what, span$text),
    sprintf("Write %s = \"%s\".", what, word))
}

# "hour", or so many minutes of which a day has a whole number.
step_of_clock <- function(span, word, kind, what, ctx) {
  if (kind != "time") stop_in(ctx, "wrong_kind", sprintf("`%s` is %s, and goes along times, not along dates.", what,
    span$text))
  if (86400 %% span$n != 0) stop_in(ctx, "bad_argument", sprintf("`%s` is %s, and a day is no whole number of them.",
    what, span$text), "Such as minutes(15) or hours(6).")
  n <- span$n / clock_steps[[word]]
  if (n == 1) word else sprintf("%s %ss", format(n), word)
}

# One of some words in quotes.
one_of_words <- function(expr, known, what, values, ctx) {
  word <- one_value(expr, values, what, ctx)
  if (is_one_text(word) && word %in% known) return(word)
  stop_in(ctx, "bad_argument", sprintf("`%s` is %s, and got %s.", what, either(dQuote(known, FALSE)), value_text(word)))
}

day_asked <- function(expr, what, values, ctx) {
  if (is.null(expr)) return(NULL)
  value <- one_value(expr, values, what, ctx)
  day <- if (is.character(value)) strict_date(value) else if (is_moment_vector(value)) as_date_class(as_days(value))
  if (is.null(day) || is.na(day)) stop_in(
    ctx, "bad_argument", sprintf("`%s` takes a date, and got %s.", what, value_text(value)), "Such as \"2025-03-31\"."
  )
  day
}
