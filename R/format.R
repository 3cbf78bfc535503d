# How values look on a page. A format's room gives the number of decimals for a column and the text
# of a value; the same texts go to the terminal and, later, to reports.

room("money", "format",
  args = alist(x = , currency = "", digits = 2), takes = "number",
  decimals = function(x, options) options$digits,
  show = function(x, decimals, options) paste0(options$currency, number_text(x, decimals)),
  words = function(format) "money"
)

room("percent", "format",
  args = alist(x = , digits = 1), takes = "number",
  decimals = function(x, options) options$digits,
  show = function(x, decimals, options) paste0(number_text(100 * as_plain_number(x), decimals), "%"),
  words = function(format) "a percentage"
)

room("decimals", "format",
  args = alist(x = , digits = ), takes = "number",
  decimals = function(x, options) options$digits,
  show = function(x, decimals, options) number_text(x, decimals),
  words = function(format) sprintf("a number with %s", count_of(format$options$digits, "decimal"))
)

# The first day of a week, month, quarter or year, written as that.
room("period", "format",
  args = alist(x = , unit = "month"), takes = "date",
  decimals = function(x, options) 0,
  show = function(x, decimals, options) period_texts(x, options$unit),
  words = function(format) sprintf("a %s", format$options$unit)
)

period_texts <- function(x, unit) {
  days <- as_days(x)
  whole <- is.na(days) | days == core_date_part(days, paste0("start_of_", unit), 1L)
  part <- function(name) core_date_part(days, name, 1L)
  text <- switch(unit,
    year = sprintf("%d", part("year")), quarter = sprintf("%d Q%d", part("year"), part("quarter")),
    month = sprintf("%d-%02d", part("year"), part("month")),
    week = sprintf("%d-W%02d", part("week_year"), part("week")), format(as_date_class(days))
  )
  ifelse(whole, text, format(as_date_class(days)))
}

# As many decimals as a column needs, two at the most; more when all its values are small.
needed_decimals <- function(x) {
  x <- abs(as_plain_number(x))
  x <- x[is.finite(x) & x > 0]
  if (length(x) == 0 || all(x == round(x))) return(0)
  if (all(abs(x * 10 - round(x * 10)) < 1e-9 * pmax(x, 1))) return(1)
  least_digits <- if (max(x) < 1) 4 else 2
  least_digits
}

number_text <- function(x, decimals) {
  if (inherits(x, "integer64")) return(group_digits(as.character(x)))
  x <- as_plain_number(x)
  text <- formatC(x, format = "f", digits = decimals, big.mark = ",")
  text[is.finite(x) & abs(x) < 0.5 * 10^-decimals] <- formatC(0, format = "f", digits = decimals)
  far <- is.finite(x) & abs(x) >= 1e15
  text[far] <- formatC(x[far], format = "e", digits = 6)
  text[is.nan(x)] <- "not a number"
  text[is.infinite(x)] <- ifelse(x[is.infinite(x)] > 0, "infinite", "-infinite")
  text
}

group_digits <- function(text) {
  sign <- ifelse(startsWith(text, "-"), "-", "")
  digits <- sub("^-", "", text)
  while (any(grepl("^[0-9]{4}", digits))) {
    digits <- sub("^([0-9]+)([0-9]{3})", "\\1,\\2", digits)
  }
  paste0(sign, digits)
}

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
    date = format(x), time = time_texts(x),
    clean_text(as.character(x))
  )
}

# To the second, or as far as the values go.
time_texts <- function(x) {
  seconds <- as.double(unclass(x))
  if (!any(seconds != floor(seconds), na.rm = TRUE)) return(format(x, "%Y-%m-%d %H:%M:%S"))
  text <- sub("[.]?0+$", "", format(x, "%Y-%m-%d %H:%M:%OS6"))
  ifelse(is.na(x), NA, text)
}

# A year or another plain label among whole numbers takes no thousands mark.
key_texts <- function(x, format = NULL) {
  if (is.null(format) && is.numeric(x) && !is.object(x)) {
    whole <- is.finite(x) & x == round(x)
    if (all(whole | is.na(x)) && all(abs(x) < 10000, na.rm = TRUE)) {
      return(ifelse(is.na(x), missing_mark, formatC(x, format = "d")))
    }
  }
  cell_texts(x, format)
}

# Whatever comes from data, names, files or options passes here before it reaches a page or a message:
# control characters and marks that hide or turn text are written out.
clean_text <- function(text) core_escape_text(as.character(text))

is_right_aligned <- function(x) kind_of(x) %in% c("integer", "double", "integer64")
