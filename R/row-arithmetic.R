# Row functions on numbers: arithmetic, rounding, comparison of numbers with bounds.

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
    if (are_wholes(list(x, y))) return(whole_arithmetic(fn, x, y))
    x <- as_plain_number(x)
    y <- as_plain_number(y)
    missing_stays(fn(x, y), x, y)
  }
}

# Missing is missing, also beside a value that is no number.
missing_stays <- function(result, x, y) {
  if (!anyNA(result)) return(result)
  gone <- is_missing_value(x) | is_missing_value(y)
  result[rep_len(gone, length(result))] <- NA_real_
  result
}

arithmetic_kind <- function(kinds, ...) {
  if (any(kinds == "integer64") && all(kinds %in% c("integer64", "integer", "logical"))) {
    return("integer64")
  }
  "double"
}

# Beside 64-bit whole numbers a constant that is whole is one of them.
whole_constants <- function(args, ctx) {
  if (!any(vapply(args, function(arg) identical(arg$kind, "integer64"), TRUE))) return(args)
  lapply(args, function(arg) {
    if (arg$type != "value" || !is.double(arg$value) || is.object(arg$value)) return(arg)
    if (anyNA(arg$value) || !is_whole_vector(arg$value)) return(arg)
    value_node(bit64::as.integer64(arg$value))
  })
}

two_numbers <- list(x = "number", y = "number")

# Arithmetic of a server's: 64-bit whole numbers stay what they are.
between_numbers <- function(sign) {
  force(sign)
  function(sql, node, to) {
    if (node$kind != "integer64") sql <- Map(function(one, arg) number_said(one, arg, to), sql, node$args)
    sprintf("(%s %s %s)", sql[[1]], sign, sql[[2]])
  }
}

# Plus and minus also move dates by whole days, and tell the days between two.
plus_or_minus <- function(sign) {
  numbers <- between_numbers(sign)
  function(sql, node, to) {
    args <- without_null(node$args)
    if (length(args) == 1) return(sprintf("(%s%s)", if (sign == "-") "-" else "", number_said(sql[[1]], args[[1]], to)))
    moments <- vapply(args, function(arg) is_moment(arg$kind), TRUE)
    if (!any(moments)) return(numbers(sql, node, to))
    if (any(vapply(args, function(arg) arg$kind == "time", TRUE))) not_in_sql("times are not moved by days there", to)
    if (all(moments)) return(to$server$days_between(sql[[1]], sql[[2]]))
    days <- args[!moments][[1]]
    if (days$type != "value" || days$value != trunc(days$value)) not_in_sql("only a whole number moves a date there",
      to)
    n <- number_in_sql(if (sign == "-") -days$value else days$value, to)
    to$server$plus_days(sql[[which(moments)]], n)
  }
}

unless_none <- function(call, none, to) sprintf("CASE WHEN %s THEN NULL ELSE %s END", none, call)

of_two_numbers <- function(fn, says, named) {
  list(phrase(says, call(fn, quote(.x), quote(.y)), named = named, group = "numbers",
    x = blank("column", of = "measure"), y = blank("column", of = "measure", other_than = "x")))
}

room("*", "row", topic = "numbers",
  args = alist(x = , y = ), takes = two_numbers, gives = arithmetic_kind, ready = whole_constants,
  work = arithmetic(`*`), again = numbers_again(`*`), in_sql = between_numbers("*"), words = "times",
  phrases = of_two_numbers("*", "{x} times {y}", "{x}_times_{y}")
)

divided <- function(x, y, tally) {
  x <- as_plain_number(x)
  y <- as_plain_number(y)
  none <- !is.na(y) & y == 0
  result <- missing_stays(x / y, x, y)
  if (!any(none)) return(result)
  none <- rep_len(none, length(result))
  count_up(tally, "Division by zero", sum(none & !is_missing_value(x)))
  result[none] <- NA_real_
  result
}

room("/", "row", topic = "numbers",
  args = alist(x = , y = ), takes = two_numbers, gives = number_kind, counts = TRUE,
  work = divided, again = numbers_again(function(x, y) x / ifelse(y %in% 0, NA, y), wholes = FALSE),
  in_sql = function(sql, node, to) {
    sprintf("(%s / NULLIF(%s, 0))", number_said(sql$x, node$args$x, to, TRUE),
      bare_sql(if (node$args$y$kind == "logical") number_said(sql$y, node$args$y, to) else sql$y))
  },
  words = "divided by; by zero gives missing, counted",
  phrases = of_two_numbers("/", "{x} divided by {y}", "{x}_by_{y}")
)

# The rest has the sign of the divisor, as the rest of a clock has.
rest_of <- function(x, y, tally) {
  none <- !is.na(y) & y == 0
  y[none] <- NA
  result <- if (are_wholes(list(x, y))) {
    bit64::as.integer64(x) - floor_quotient(x, y) * bit64::as.integer64(y)
  } else {
    x <- as_plain_number(x)
    y <- as_plain_number(y)
    missing_stays(x %% y, x, y)
  }
  count_up(tally, "Division by zero", sum(rep_len(none, length(result)) & !is_missing_value(x)))
  result
}

floor_quotient <- function(x, y) {
  x <- bit64::as.integer64(x)
  y <- bit64::as.integer64(y)
  quotient <- x %/% y
  rest <- x - quotient * y
  quotient - bit64::as.integer64(rest != 0L & (rest < 0L) != (y < 0L))
}

room("%%", "row", topic = "numbers",
  args = alist(x = , y = ), takes = two_numbers, gives = arithmetic_kind, ready = whole_constants, counts = TRUE,
  work = rest_of, again = numbers_again(function(x, y) {
    y[(y == 0) %in% TRUE] <- NA
    rest <- x %% y
    wrong <- which(rest != 0 & (rest < 0) != (y < 0))
    rest[wrong] <- rest[wrong] + y[wrong]
    rest
  }),
  in_sql = function(sql, node, to) {
    whole <- vapply(node$args, function(arg) {
      arg$kind %in% c("integer", "integer64") || arg$type == "value" && is_whole_vector(arg$value)
    }, TRUE)
    if (!all(whole)) not_in_sql("the rest of numbers with a fraction is not the same there", to)
    sprintf("(((%1$s %% NULLIF(%2$s, 0)) + %2$s) %% NULLIF(%2$s, 0))", sql$x, sql$y)
  },
  words = "the rest of a division, with the sign of the divisor; by zero gives missing, counted"
)

# What has no power, root or logarithm gives missing, counted.
without_result <- function(result, none, what, tally) {
  none <- none %in% TRUE
  count_up(tally, what, sum(none))
  result[none] <- NA_real_
  result
}

power_of <- function(x, y, tally) {
  x <- as_plain_number(x)
  y <- as_plain_number(y)
  result <- x^y
  gone <- rep_len(is_missing_value(x) | is_missing_value(y), length(result))
  result[gone] <- NA_real_
  none <- x < 0 & is.finite(x) & is.finite(y) & y != floor(y) | x == 0 & y < 0
  without_result(result, rep_len(none, length(result)), "Power that does not exist", tally)
}

room("^", "row", topic = "numbers",
  args = alist(x = , y = ), takes = two_numbers, gives = number_kind, counts = TRUE, work = power_of,
  again = numbers_again(function(x, y) {
    none <- is.finite(x) & is.finite(y) & x < 0 & y != floor(y) | x == 0 & y < 0
    ifelse(none %in% TRUE, NA, x^y)
  }, wholes = FALSE),
  in_sql = function(sql, node, to) {
    x <- number_said(sql$x, node$args$x, to, TRUE)
    y <- number_said(sql$y, node$args$y, to, TRUE)
    none <- sprintf("%1$s < 0 AND %2$s <> floor(%2$s) OR %1$s = 0 AND %2$s < 0", x, y)
    unless_none(sprintf("%s(%s, %s)", function_said("power", to), bare_sql(x), bare_sql(y)), none, to)
  },
  words = "to the power of; where there is none, missing, counted"
)

sum_kind <- function(kinds, args, ctx) {
  if (all(is_moment(kinds)) && length(kinds) == 2) {
    stop_in(ctx, "wrong_kind", "two dates cannot be added.", "Take one from the other for the days between.")
  }
  if (any(is_moment(kinds))) return(kinds[is_moment(kinds)][1])
  arithmetic_kind(kinds)
}

difference_kind <- function(kinds, args, ctx) {
  if (length(kinds) == 1 && is_moment(kinds)) stop_in(ctx, "wrong_kind", "a date has no sign to change.",
    "Take one date from another for the days between.")
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

days_between <- function(x, y) {
  times <- inherits(x, "POSIXct") || inherits(y, "POSIXct")
  (moment_number(x, y) - moment_number(y, x)) / (if (times) 86400 else 1)
}

either_number_or_moment <- function(args, ctx) {
  args <- whole_constants(args, ctx)
  for (arg in args) {
    if (kind_fits(arg$kind, "number") || kind_fits(arg$kind, "moment")) next
    check_kinds(list(x = arg), list(x = "number"), "+ or -", ctx)
  }
  args
}

room("+", "row", topic = "numbers",
  args = alist(x = , y = NULL), takes = list(), gives = sum_kind, ready = either_number_or_moment,
  given_as = function(others, at) "double",
  work = function(x, y = NULL) {
    if (is.null(y)) return(if (inherits(x, "integer64") || is_moment_vector(x)) x else as_plain_number(x))
    if (is_moment_vector(x)) return(moved(x, y))
    if (is_moment_vector(y)) return(moved(y, x))
    arithmetic(`+`)(x, y)
  },
  again = function(x, y = 0L) {
    if (is_moment_vector(y)) return(moment_again(y, x))
    if (is_moment_vector(x)) moment_again(x, y) else numbers_again(`+`)(x, y)
  },
  in_sql = plus_or_minus("+"), words = "plus; a date plus days is a date", phrases = of_two_numbers("+",
    "{x} plus {y}", "{x}_plus_{y}")
)

room("-", "row", topic = "numbers",
  args = alist(x = , y = NULL), takes = list(), gives = difference_kind,
  ready = either_number_or_moment,
  # From a date either a date or a number of days may be taken.
  given_as = function(others, at) if (!any(is_moment(others))) "double" else if (at == 1) others[1],
  work = function(x, y = NULL) {
    if (is.null(y)) return(if (inherits(x, "integer64")) -x else -as_plain_number(x))
    if (is_moment_vector(y)) return(days_between(x, y))
    if (is_moment_vector(x)) return(moved(x, -as_plain_number(y)))
    arithmetic(`-`)(x, y)
  },
  again = function(x, y = NULL) {
    if (is.null(y)) return(numbers_again(function(x, y) -x)(x, 0L))
    if (is_moment_vector(x) && is_moment_vector(y)) return(as.double(difftime(at_midnight(x, y), at_midnight(y, x),
      units = "days")))
    if (is_moment_vector(x)) moment_again(x, -as.double(y)) else numbers_again(`-`)(x, y)
  },
  in_sql = plus_or_minus("-"), words =
    "minus; the difference of two dates is a number of days, of times shown as a span",
  format = function(node) {
    times <- length(node$args) == 2 && is_moment(node$args[[2]]$kind) &&
      "time" %in% vapply(node$args, `[[`, "", "kind")
    if (times) list(fn = "span", options = list())
  },
  phrases = of_two_numbers("-", "{x} less {y}", "{x}_less_{y}")
)

# 64-bit whole numbers are whole already; below the point of 10^-digits halves go away from zero too.
round_wholes <- function(x, digits) {
  digits <- rep_len(as_plain_number(digits), length(x))
  coarse <- which(!is.na(x) & !is.na(digits) & digits < 0)
  x[is.na(digits)] <- NA
  if (length(coarse) == 0) return(x)
  step <- bit64::as.integer64(10^pmin(-digits[coarse], 18))
  half <- step %/% 2L
  size <- abs(x[coarse])
  down <- size - size %% step
  up <- size - down >= half
  result <- down + step * bit64::as.integer64(up)
  x[coarse] <- ifelse_wholes(x[coarse] < 0L, -result, result)
  x
}

ifelse_wholes <- function(test, yes, no) {
  no[test %in% TRUE] <- yes[test %in% TRUE]
  no
}

room("rounded", "row", topic = "numbers",
  args = alist(x = , digits = 0), takes = list(x = "number", digits = "number"),
  gives = function(kinds, ...) if (identical(kinds[1], "integer64")) "integer64" else "double",
  work = function(x, digits) {
    if (inherits(x, "integer64")) return(round_wholes(x, digits))
    digits <- trunc(as_plain_number(digits))
    result <- round_half_out(as_plain_number(x), digits)
    result[rep_len(is_missing_value(x) | is.na(digits), length(result))] <- NA_real_
    result
  },
  again = function(x, digits) {
    if (inherits(x, "integer64")) return(NULL)
    scale <- 10^trunc(as.double(digits))
    scaled <- abs(as.double(x)) * scale
    # As the number is written to 15 digits.
    written <- suppressWarnings(as.double(sprintf("%.15g", scaled)))
    near <- floor(ifelse(scaled < most_to_15_digits, written, scaled) + 0.5) / scale
    large <- which(is.finite(scaled) & scaled >= most_to_15_digits & digits > 0)
    near[large] <- rounded_by_text(abs(as.double(x))[large], rep_len(as.double(digits), length(near))[large])
    result <- ifelse(is.finite(scaled) & (scaled < 2^52 | digits > 0), sign(as.double(x)) * near, as.double(x))
    ifelse(missing_again(x) | is.na(digits), NA, result)
  },
  in_sql = function(sql, node, to) {
    if (node$kind == "integer64") not_in_sql("64-bit whole numbers are not rounded there", to)
    digits <- trunc(constant_of(node$args$digits, "digits", to))
    to$server$rounded(number_said(sql$x, node$args$x, to, TRUE), digits, to)
  },
  words = "rounded; halves go away from zero"
)

of_one_number <- function(name) {
  force(name)
  function(sql, node, to) {
    said <- function_said(name, to)
    x <- number_said(sql$x, node$args$x, to)
    if (grepl("%", said, fixed = TRUE)) sprintf(said, x) else sprintf("%s(%s)", said, bare_sql(x))
  }
}

on_number <- function(name, fn, words) {
  force(fn)
  room(name, "row", topic = "numbers",
    args = alist(x = ), takes = list(x = "number"), gives = number_kind,
    work = function(x) fn(as_plain_number(x)), again = function(x) fn(as.double(x)), in_sql = of_one_number(name),
    words = words
  )
}

# Functions under which a whole number stays whole.
on_whole <- function(name, fn, words) {
  force(fn)
  room(name, "row", topic = "numbers",
    args = alist(x = ), takes = list(x = "number"), gives = arithmetic_kind,
    work = function(x) fn(if (inherits(x, "integer64")) x else as_plain_number(x)),
    again = function(x) if (inherits(x, "integer64")) fn(x) else fn(as.double(x)), in_sql = of_one_number(name),
    words = words
  )
}

on_whole("abs", abs, "the size without the sign")
on_whole("floor", floor, "the whole number below")
on_whole("ceiling", ceiling, "the whole number above")
on_number("sign", sign, "-1, 0 or 1")
on_number("exp", exp, "e to the power")

# Functions that have no result for some numbers.
on_some_numbers <- function(name, fn, none, in_sql, what, words) {
  force(fn)
  force(none)
  room(name, "row", topic = "numbers",
    args = alist(x = ), takes = list(x = "number"), gives = number_kind, counts = TRUE,
    work = function(x, tally) {
      x <- as_plain_number(x)
      without_result(suppressWarnings(fn(x)), none(x), what, tally)
    },
    again = function(x) ifelse(none(as.double(x)) %in% TRUE, NA, suppressWarnings(fn(as.double(x)))),
    in_sql = function(sql, node, to) {
      x <- number_said(sql$x, node$args$x, to)
      unless_none(sprintf("%s(%s)", function_said(name, to), bare_sql(x)), sprintf(in_sql, x), to)
    },
    words = words
  )
}

on_some_numbers(
  "sqrt", sqrt, function(x) x < 0, "%s < 0", "Square root that does not exist",
    "the square root; of less than zero missing, counted"
)
on_some_numbers(
  "log", log, function(x) x <= 0, "%s <= 0", "Logarithm that does not exist",
  "the natural logarithm; of zero and less missing, counted"
)

# Several values of a row: the one that is ahead of the others.
rowwise <- function(ahead) {
  force(ahead)
  function(...) {
    values <- list(...)
    wholes <- are_wholes(values)
    values <- lapply(values, if (wholes) bit64::as.integer64 else as_plain_number)
    n <- max(vapply(values, length, 1L))
    values <- lapply(values, function(x) if (length(x) == n) x else rep(x, n))
    Reduce(function(a, b) {
      gone <- is_missing_value(a) | is_missing_value(b)
      odd <- if (wholes) FALSE else (is.nan(a) | is.nan(b)) & !gone
      better <- ahead(b, a) %in% TRUE
      a[better] <- b[better]
      if (any(odd)) a[odd] <- NaN
      a[gone] <- NA
      a
    }, values)
  }
}

# Missing if one of them is, which servers see differently.
end_of_row <- function(sign) {
  force(sign)
  function(sql, node, to) {
    Reduce(function(a, b) {
      sprintf("(CASE WHEN %1$s %3$s %2$s THEN %1$s WHEN %2$s IS NOT NULL AND %1$s IS NOT NULL THEN %2$s END)", a, b,
        sign)
    }, Map(function(one, arg) {
      if (to$server$has_nan && may_be_nan(arg, to)) not_in_sql("a number that is none (NaN) comes last there", to)
      if (node$kind == "integer64") one else number_said(one, arg, to)
    }, sql, node$args))
  }
}

room("least", "row", topic = "numbers",
  args = alist(... = ), takes = list(... = "number"), gives = arithmetic_kind, ready = whole_constants,
  work = rowwise(`<`), again = extreme_again(pmin), in_sql = end_of_row("<="),
    words = "the least of several numbers in a row; missing if one of them is"
)
room("greatest", "row", topic = "numbers",
  args = alist(... = ), takes = list(... = "number"), gives = arithmetic_kind, ready = whole_constants,
  work = rowwise(`>`), again = extreme_again(pmax), in_sql = end_of_row(">="),
    words = "the greatest of several numbers in a row; missing if one of them is"
)

# Digits with a sign, a decimal point and an exponent, and nothing else.
strict_number <- function(texts) {
  texts <- trimws(texts)
  result <- rep(NA_real_, length(texts))
  shaped <- grepl("^[-+]?([0-9]+[.]?[0-9]*|[.][0-9]+)([eE][-+]?[0-9]+)?$", texts)
  result[shaped] <- core_numbers(texts[shaped])
  result
}

room("as_number", "row", topic = "numbers",
  args = alist(x = ), takes = list(x = "any"), gives = number_kind, counts = TRUE,
  work = function(x, tally) {
    if (!is_text_vector(x) && !is.character(x) && !is.factor(x)) return(as.double(unclass(as_plain_number(x))))
    result <- on_texts(x, strict_number)
    count_up(tally, "Text that is no number", sum(is.na(result)) - sum(is_missing_value(x)))
    result
  },
  again = function(x) {
    if (!is.character(x) && !is.factor(x)) return(suppressWarnings(as.double(x)))
    text <- trimws(as.character(x))
    suppressWarnings(as.double(ifelse(grepl("^[-+0-9.eE]+$", text), text, NA)))
  },
  in_sql = function(sql, node, to) {
    if (!node$args$x$kind %in% c("text", "factor")) return(number_said(sql$x, node$args$x, to, TRUE))
    if (is.null(to$server$number_of_text)) not_in_sql("it makes a number of any text", to)
    to$server$number_of_text(bare_sql(sql$x))
  },
  words = "a number out of text: digits, sign, decimal point, exponent; what is no number is missing, counted"
)
