# Values as they look on a page and in a sentence; the same texts go to the terminal and to reports.

missing_mark <- "(missing)"

# The texts of a column. Text from data loses control characters, so that it cannot disturb a page.
cell_texts <- function(x, format = NULL, decimals = NULL) {
  if (length_of(x) == 0) return(character())
  if (is_text_vector(x)) x <- plain_vector(x)
  gone <- is_missing_value(x)
  text <- if (!is.null(format)) {
    fn <- room_of("format", format$fn)
    clean_text(fn$show(x, fn$decimals(x, format$options), format$options))
  } else {
    default_texts(x, decimals)
  }
  text[gone] <- missing_mark
  text
}

default_texts <- function(x, decimals = NULL) {
  switch(kind_of(x),
    logical = ifelse(x, "yes", "no"), empty = rep(missing_mark, length(x)),
    integer = , double = , integer64 = number_text(x, if (is.null(decimals)) needed_decimals(x) else decimals),
    date = day_text(x), time = time_texts(x),
    clean_text(as.character(x))
  )
}

# To the second, or as far as the values go.
time_texts <- function(x) {
  seconds <- as.double(unclass(x))
  if (!any(seconds != floor(seconds), na.rm = TRUE)) return(moment_text(x, "%Y-%m-%d %H:%M:%S"))
  text <- sub("[.]?0+$", "", moment_text(x, "%Y-%m-%d %H:%M:%OS6"))
  ifelse(is.na(x), NA, text)
}

# A key that is a whole number is a name, as a year or an account is, and takes no marks for thousands.
key_texts <- function(x, format = NULL) {
  cell_texts(x, if (is.null(format) && is_right_aligned(x)) unmarked else format)
}

is_right_aligned <- function(x) kind_of(x) %in% c("integer", "double", "integer64")

period_texts <- function(x, unit) {
  days <- as_days(x)
  whole <- is.na(days) | days == core_date_part(days, paste0("start_of_", unit), 1L)
  part <- function(name) core_date_part(days, name, 1L)
  text <- switch(unit,
    year = sprintf("%04d", part("year")), quarter = sprintf("%04d Q%d", part("year"), part("quarter")),
    month = sprintf("%04d-%02d", part("year"), part("month")),
    week = sprintf("%04d-W%02d", part("week_year"), part("week")), day_text(days)
  )
  ifelse(whole, text, day_text(days))
}

# As many decimals as a column needs, two at the most; more when all its values are small. From 10^15 on there are none.
needed_decimals <- function(x) {
  x <- abs(as_plain_number(x))
  x <- x[is.finite(x) & x > 0 & x < 1e15]
  if (length(x) == 0 || all(x == round(x))) return(0)
  most <- max(x)
  if (most < 0.001) return(if (most < 1e-9) by_powers else 4 - floor(log10(most)))
  if (all(abs(x * 10 - round(x * 10)) < 1e-9 * pmax(x, 1))) return(1)
  if (most < 1) 4 else 2
}

# Where all values are next to nothing no decimals would show anything: each is written as a power of ten.
by_powers <- 16

power_texts <- function(x) formatC(x, format = "e", digits = 6)

# Whole numbers as they are; any others as ever.
unmarked <- list(fn = "unmarked", options = list())

unmarked_texts <- function(x, decimals) {
  if (inherits(x, "integer64")) return(as.character(x))
  x <- as_plain_number(x)
  here <- x[is.finite(x)]
  if (any(here != round(here) | abs(here) >= 1e15)) return(number_text(x, decimals))
  text <- number_text(x, 0)
  text[is.finite(x)] <- sub("^-0$", "0", sprintf("%.0f", here))
  text
}

number_text <- function(x, decimals) {
  if (inherits(x, "integer64")) return(group_digits(as.character(x)))
  # Rounded as rounded() does: C's own way would give 2 for 2.5 and 4 for 3.5.
  x <- as_plain_number(x)
  if (decimals != by_powers && any(x != floor(x), na.rm = TRUE)) x <- round_half_out(x, decimals)
  text <- sprintf("%.*f", decimals, x)
  size <- abs(x)
  text[which(size < 0.5 * 10^-decimals)] <- sprintf("%.*f", decimals, 0)
  minute <- if (decimals == by_powers) which(size > 0 & size < 1e-9)
  if (length(minute)) text[minute] <- power_texts(x[minute])
  marked <- which(size >= 999 & size < 1e15)
  if (length(marked)) text[marked] <- group_digits(text[marked])
  far <- which(size >= 1e15)
  if (length(far)) text[far] <- ifelse(is.finite(x[far]), power_texts(x[far]), ifelse(x[far] > 0,
    "infinite", "-infinite"))
  text[is.nan(x)] <- "not a number"
  text
}

exact_text <- function(value) {
  if (!is.double(value) || is.object(value) || is_missing_value(value) || !is.finite(value)) return(cell_texts(value))
  size <- abs(value)
  if (size >= 1e15 || size > 0 && size < 1e-9) return(format(value, digits = 15, scientific = TRUE))
  group_digits(format(value, digits = 15, scientific = FALSE, trim = TRUE))
}

value_text <- function(value) {
  text <- if (is.character(value)) encodeString(value, quote = "\"") else
    if (inherits(value, "Date")) day_text(value) else format(value)
  listing(text, 3)
}

texts_of_numbers <- function(x) vapply(x, function(one) exact_text(if (abs(one) > 1e-6) round(one, 9) else one), "")

# So many values as a person can follow, and how many more there are.
some_values <- function(x, sign = ", ", most = 10) {
  n <- length(x)
  if (n == 0) return("nothing")
  text <- function(values) {
    paste(trimws(vapply(seq_along(values), function(i) exact_text(values[i]), "")), collapse = sign)
  }
  if (n <= most + 2) return(text(x))
  paste0(
    text(x[seq_len(most)]), sign, "...", sign, text(x[n]), sprintf(" (%s values)", big_mark(n))
  )
}

# Any value as text: numbers as R writes them to 15 digits, dates by ISO 8601.
as_written <- function(x) {
  if (is_textual(x)) return(if (is_one_text(x)) x else as_text_vector(x))
  values <- unique(x)
  texts <- if (is.double(values) && !is.object(values)) {
    format_each(values)
  } else if (inherits(values, "POSIXct")) {
    time_texts(values)
  } else if (inherits(values, "Date")) {
    day_text(values)
  } else {
    as.character(values)
  }
  texts[is_missing_value(values)] <- NA
  pooled(match(x, values), texts)
}

format_each <- function(x) vapply(x, format, character(1), digits = 15, scientific = FALSE)
