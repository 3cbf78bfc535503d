# Spans: how far a frame reaches or a step goes, in rows or by the calendar.

calendar_spans <- list(
  days = list("days", 1), weeks = list("days", 7), months = list("months", 1), quarters = list("months", 3),
  years = list("months", 12)
)

# list(unit = "rows", "days" or "months", n =, text =)
check_span <- function(expr, values, ctx, what, least = 1) {
  if (is.call(expr) && call_name(expr) %in% names(calendar_spans)) {
    name <- call_name(expr)
    if (length(expr) != 2) stop_in(ctx, "bad_argument", sprintf("%s() takes one number: %s(7).", name, name))
    n <- whole_number(expr[[2]], values, ctx, name, least)
    span <- calendar_spans[[name]]
    return(list(unit = span[[1]], n = n * span[[2]], text = expr_text(expr)))
  }
  list(unit = "rows", n = whole_number(expr, values, ctx, what, least), text = expr_text(expr))
}

reach <- function(unit, n = 0, short_of = FALSE) list(unit = unit, n = n, short_of = short_of)
