# What the second ways of row functions share: plain R on plain vectors, which knows nothing of the first ways.

missing_again <- function(x) {
  if (is_fraction(x)) is.na(x) & !is.nan(as.double(unclass(x))) else is.na(x)
}

# Arithmetic on numbers; missing is missing, also beside what is no number. Of 64-bit whole numbers beside numbers
# with a fraction plain R knows less than it should.
numbers_again <- function(fn, wholes = TRUE) {
  force(fn)
  function(x, y) {
    gone <- missing_again(x) | missing_again(y)
    whole <- inherits(x, "integer64") || inherits(y, "integer64")
    if (whole && wholes && !is_fraction(x) && !is_fraction(y)) {
      x <- bit64::as.integer64(x)
      y <- bit64::as.integer64(y)
    } else {
      x <- suppressWarnings(as.double(x))
      y <- suppressWarnings(as.double(y))
    }
    result <- fn(x, y)
    result[gone] <- NA
    result
  }
}

is_fraction <- function(x) is.double(x) && !inherits(x, "integer64")

extreme_again <- function(fn) {
  force(fn)
  function(...) {
    values <- list(...)
    if (any(vapply(values, inherits, TRUE, what = "integer64"))) return(NULL)
    gone <- Reduce(`|`, lapply(values, missing_again))
    odd <- Reduce(`|`, lapply(values, function(x) is.nan(as.double(x))))
    ifelse(gone, NA, ifelse(odd, NaN, do.call(fn, lapply(values, as.double))))
  }
}

# Text by code point, choices by the order of their levels, a day beside a time as its midnight.
compared_again <- function(fn, x, y, ordered) {
  if (inherits(x, "integer64") && inherits(y, "integer64")) return(as.vector(fn(x, y)))
  if (inherits(x, "integer64") || inherits(y, "integer64")) return(NULL)
  if (ordered && (is.factor(x) || is.factor(y))) {
    levels <- levels(if (is.factor(x)) x else y)
    return(fn(match(as.character(x), levels), match(as.character(y), levels)))
  }
  if (is_moment_vector(x) || is_moment_vector(y)) return(fn(as.double(at_midnight(x, y)), as.double(at_midnight(y, x))))
  if (is.character(x) || is.character(y) || is.factor(x) || is.factor(y)) {
    all <- sort(unique(c(as.character(x), as.character(y))), method = "radix")
    return(fn(match(as.character(x), all), match(as.character(y), all)))
  }
  fn(x, y)
}

either_again <- function(first, x, y) {
  n <- max(length(first), length(x), length(y))
  first <- rep_len(first, n)
  if (is.factor(x)) x <- as.character(x)
  if (is.factor(y)) y <- as.character(y)
  if (all(is.na(y))) y <- rep(x[NA_integer_], n)
  if (all(is.na(x))) x <- rep(y[NA_integer_], n)
  if (inherits(x, "integer64") != inherits(y, "integer64")) return(NULL)
  result <- rep_len(y, n)
  result[first] <- rep_len(x, n)[first]
  result
}

# Moments -----------------------------------------------------------------------------------------------------------

# A date beside a time is the midnight of its day in that time's zone, and a reading of the clock is one of it too.
at_midnight <- function(x, other) {
  if (inherits(x, "idle_clock") || inherits(x, "Date") && inherits(other, "POSIXct")) {
    zone <- if (inherits(other, "POSIXct") && !inherits(other, "idle_clock")) attr(other, "tzone")[1] else "UTC"
    form <- if (inherits(x, "Date")) "%Y-%m-%d" else "%Y-%m-%d %H:%M:%OS6"
    if (inherits(x, "idle_clock")) x <- structure(as.double(unclass(x)), class = c("POSIXct", "POSIXt"), tzone = "UTC")
    return(as.POSIXct(format(x, form), tz = if (is.null(zone)) "" else zone, format = sub("OS6", "OS", form)))
  }
  x
}

day_again <- function(x) {
  if (inherits(x, "Date")) return(as.Date(floor(as.double(unclass(x))), origin = "1970-01-01"))
  zone <- attr(x, "tzone")[1]
  as.Date(format(x, "%Y-%m-%d", tz = if (is.null(zone)) "" else zone))
}

moment_again <- function(x, days) {
  unit <- if (inherits(x, "POSIXct")) 86400 else 1
  n <- max(length(x), length(days))
  structure(rep_len(as.double(x), n) + rep_len(as.double(days), n) * unit, class = class(x), tzone = attr(x, "tzone"))
}

# By the parts that the calendar of the C library writes, once for each different day.
date_part_again <- function(x, part) {
  day <- day_again(x)
  distinct <- unique(day)
  written <- function(form) suppressWarnings(as.integer(format(distinct, form)))
  form <- c(year = "%Y", month = "%m", day = "%d", weekday = "%u", week = "%V", week_year = "%G")
  value <- if (part == "quarter") (written("%m") + 2L) %/% 3L else written(form[[part]])
  value[match(day, distinct)]
}

start_again <- function(x, unit) {
  day <- day_again(x)
  month <- date_part_again(x, "month")
  day - switch(unit, day = 0, week = date_part_again(x, "weekday") - 1, month = date_part_again(x, "day") - 1,
    quarter = as.double(day - first_of_month(day, month - (month - 1) %% 3)),
    year = as.double(day - first_of_month(day, rep(1L, length(day))))
  )
}

day_written_again <- function(x) {
  parts <- as.POSIXlt(x)
  sprintf("%04.0f-%02d-%02d", parts$year + 1900, parts$mon + 1L, parts$mday)
}

first_of_month <- function(day, month) {
  parts <- as.POSIXlt(day, tz = "UTC")
  parts$mon <- as.integer(month) - 1L
  parts$mday <- rep(1L, length(day))
  as.Date(parts)
}

# Text -----------------------------------------------------------------------------------------------------------

text_again <- function(x) {
  if (is.character(x) || is.factor(x)) return(as.character(x))
  if (inherits(x, "Date")) return(ifelse(is.na(x), NA, day_written_again(x)))
  if (inherits(x, "POSIXct")) return(NULL)
  if (!is_fraction(x)) return(as.character(x))
  distinct <- unique(x)
  text <- vapply(distinct, format, "", digits = 15, scientific = FALSE)
  ifelse(missing_again(distinct), NA, text)[match(x, distinct)]
}

# A function of one text and what it is told besides, once for each different combination.
each_text_again <- function(fn, args) {
  n <- max(lengths(args))
  args <- lapply(unname(args), function(x) rep_len(if (is.factor(x)) as.character(x) else x, n))
  codes <- lapply(args, function(x) match(x, unique(x)))
  key <- do.call(paste, codes)
  first <- which(!duplicated(key))
  values <- lapply(first, function(i) {
    own <- lapply(args, `[`, i)
    if (any(vapply(own, is.na, TRUE))) NA else do.call(fn, own)
  })
  unlist(values)[match(key, key[first])]
}

replaced_again <- function(x, from, to) {
  parts <- character()
  repeat {
    at <- regexpr(from, x, fixed = TRUE)
    if (at < 0) return(paste(c(parts, x), collapse = ""))
    parts <- c(parts, substr(x, 1, at - 1), to)
    x <- substr(x, at + nchar(from), nchar(x))
  }
}
