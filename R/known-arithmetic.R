# Row functions on numbers: arithmetic, rounding, comparison of numbers with bounds.

as_plain_number <- function(x) {
  if (inherits(x, "integer64")) x <- as.double(x)
  if (is.integer(x) || is.logical(x)) x <- as.double(x)
  x
}

number_kind <- function(kinds, ...) "double"

# 64-bit whole numbers stay exact under +, - and *; a result too large for them is an error.
whole_arithmetic <- function(fn, x, y) {
  result <- withCallingHandlers(
    fn(bit64::as.integer64(x), bit64::as.integer64(y)),
    warning = function(w) invokeRestart("muffleWarning")
  )
  if (any(is.na(result) & !is.na(x) & !is.na(y))) {
    stop_idle(
      "overflow", "A result does not fit a 64-bit whole number.",
      "Work in ordinary numbers instead: as_number(x)."
    )
  }
  result
}

arithmetic <- function(fn) {
  force(fn)
  function(x, y) {
    wholes <- inherits(x, "integer64") || inherits(y, "integer64")
    others <- is.double(unclass(x)) && !inherits(x, "integer64") ||
      is.double(unclass(y)) && !inherits(y, "integer64")
    if (wholes && !others) return(whole_arithmetic(fn, x, y))
    fn(as_plain_number(x), as_plain_number(y))
  }
}

arithmetic_kind <- function(kinds, ...) {
  if (any(kinds == "integer64") && all(kinds %in% c("integer64", "integer", "logical"))) {
    return("integer64")
  }
  "double"
}

two_numbers <- list(x = "number", y = "number")

room("*", "row",
  args = alist(x = , y = ), takes = two_numbers, gives = arithmetic_kind,
  work = arithmetic(`*`), words = "times"
)

divided <- function(x, y, tally) {
  x <- as_plain_number(x)
  y <- as_plain_number(y)
  none <- !is.na(y) & y == 0
  if (!any(none)) return(x / y)
  result <- x / y
  none <- rep_len(none, length(result))
  count_up(tally, "Division by zero", sum(none & !is.na(x)))
  result[none] <- NA_real_
  result
}

room("/", "row",
  args = alist(x = , y = ), takes = two_numbers, gives = number_kind, counts = TRUE,
  work = divided, words = "divided by; by zero gives missing, counted"
)

room("%%", "row",
  args = alist(x = , y = ), takes = two_numbers, gives = number_kind, counts = TRUE,
  work = function(x, y, tally) {
    y <- as_plain_number(y)
    count_up(tally, "Division by zero", sum(!is.na(y) & y == 0))
    y[!is.na(y) & y == 0] <- NA_real_
    as_plain_number(x) %% y
  },
  words = "the rest of a division"
)

room("^", "row",
  args = alist(x = , y = ), takes = two_numbers, gives = number_kind,
  work = function(x, y) as_plain_number(x)^as_plain_number(y), words = "to the power of"
)

# Plus and minus also move dates by days, and give the days between two dates.
is_moment <- function(kind) kind %in% kind_sets$moment

sum_kind <- function(kinds, args, ctx) {
  if (all(is_moment(kinds)) && length(kinds) == 2) {
    stop_in(ctx, "wrong_kind", "two dates cannot be added.", "Take one from the other for the days between.")
  }
  if (any(is_moment(kinds))) return(kinds[is_moment(kinds)][1])
  arithmetic_kind(kinds)
}

difference_kind <- function(kinds, args, ctx) {
  if (length(kinds) == 2 && is_moment(kinds[2]) && !is_moment(kinds[1])) {
    stop_in(ctx, "wrong_kind", "a date cannot be taken from a number.")
  }
  if (all(is_moment(kinds)) && length(kinds) == 2) return("double")
  sum_kind(kinds, args, ctx)
}

days_to_units <- function(x, days) if (inherits(x, "POSIXct")) days * 86400 else days

moved <- function(x, days) {
  shifted <- as.double(unclass(x)) + days_to_units(x, as_plain_number(days))
  attributes(shifted) <- attributes(x)
  shifted
}

is_moment_vector <- function(x) inherits(x, "Date") || inherits(x, "POSIXct")

days_between <- function(x, y) {
  day_number <- function(m) as.double(unclass(m)) / days_to_units(m, 1)
  day_number(x) - day_number(y)
}

either_number_or_moment <- function(args, ctx) {
  for (arg in args) {
    if (kind_fits(arg$kind, "number") || kind_fits(arg$kind, "moment")) next
    check_kinds(list(x = arg), list(x = "number"), "+ or -", ctx)
  }
  args
}

room("+", "row",
  args = alist(x = , y = NULL), takes = list(), gives = sum_kind, ready = either_number_or_moment,
  work = function(x, y = NULL) {
    if (is.null(y)) return(x)
    if (is_moment_vector(x)) return(moved(x, y))
    if (is_moment_vector(y)) return(moved(y, x))
    arithmetic(`+`)(x, y)
  },
  words = "plus; a date plus days is a date"
)

room("-", "row",
  args = alist(x = , y = NULL), takes = list(), gives = difference_kind,
  ready = either_number_or_moment,
  work = function(x, y = NULL) {
    if (is.null(y)) return(if (inherits(x, "integer64")) -x else -as_plain_number(x))
    if (is_moment_vector(y)) return(days_between(x, y))
    if (is_moment_vector(x)) return(moved(x, -as_plain_number(y)))
    arithmetic(`-`)(x, y)
  },
  words = "minus; the difference of two dates is a number of days"
)

# Halves go away from zero, and a half is judged as the number is written to 15 digits: 2.675 to two
# decimals is 2.68, although the stored double lies a little under it.
round_half_out <- function(x, digits = 0) {
  scale <- 10^digits
  scaled <- abs(as_plain_number(x)) * scale
  whole <- floor(scaled)
  up <- scaled - whole >= 0.5 - pmax(scaled, 1) * 4e-16
  result <- sign(x) * (whole + up) / scale
  far <- is.finite(scaled) & scaled > 2^52
  result[far] <- x[far]
  result
}

room("rounded", "row",
  args = alist(x = , digits = 0), takes = list(x = "number", digits = "number"),
  gives = number_kind, work = round_half_out,
  words = "rounded; halves go away from zero"
)

on_number <- function(name, fn, words) {
  force(fn)
  room(name, "row",
    args = alist(x = ), takes = list(x = "number"), gives = number_kind,
    work = function(x) fn(as_plain_number(x)), words = words
  )
}

quietly_or_missing <- function(fn) {
  function(x) {
    result <- suppressWarnings(fn(x))
    result[is.nan(result) & !is.nan(x)] <- NA_real_
    result
  }
}

on_number("abs", abs, "the size without the sign")
on_number("floor", floor, "the whole number below")
on_number("ceiling", ceiling, "the whole number above")
on_number("sign", sign, "-1, 0 or 1")
on_number("sqrt", quietly_or_missing(sqrt), "the square root; of less than zero: missing")
on_number("log", quietly_or_missing(log), "the natural logarithm; of less than zero: missing")
on_number("exp", exp, "e to the power")

rowwise <- function(fn) {
  force(fn)
  function(...) Reduce(fn, lapply(list(...), as_plain_number))
}

room("least", "row",
  args = alist(... = ), takes = list(... = "number"), gives = number_kind,
  work = rowwise(function(a, b) pmin(a, b)), words = "the least of several numbers in a row"
)
room("greatest", "row",
  args = alist(... = ), takes = list(... = "number"), gives = number_kind,
  work = rowwise(function(a, b) pmax(a, b)), words = "the greatest of several numbers in a row"
)

room("as_number", "row",
  args = alist(x = ), takes = list(x = "any"), gives = number_kind, counts = TRUE,
  work = function(x, tally) {
    if (!is_text_vector(x) && !is.character(x) && !is.factor(x)) return(as.double(unclass(as_plain_number(x))))
    result <- on_texts(x, function(texts) suppressWarnings(as.double(trimws(texts))))
    count_up(tally, "Text that is no number", sum(is.na(result)) - sum(is_missing_value(x)))
    result
  },
  words = "a number out of text; what is no number is missing, counted"
)
