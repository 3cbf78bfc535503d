# How values look on a page. A format's room gives the number of decimals for a column and the text
# of a value; the same texts go to the terminal and, later, to reports.

# What the options of formats may be.
digits_asked <- function(expr, values, arg, ctx) {
  digits <- whole_number(expr, values, ctx, arg, 0)
  if (digits > 15) stop_in(ctx, "bad_argument", sprintf("`%s` takes at most 15, and got %s.", arg, big_mark(digits)))
  digits
}

mark_asked <- function(expr, values, arg, ctx) {
  mark <- one_value(expr, values, arg, ctx)
  if (!is_one_text(mark)) stop_in(ctx, "bad_argument", sprintf("`%s` takes one text, and got %s.", arg,
    value_text(mark)))
  mark
}

as_format <- function(name, says) phrase(says, call(name, quote(.x)), x = blank("column", of = "measure"))

room("money", "format",
  args = alist(x = , currency = "", digits = 2), takes = "number",
  asks = list(currency = mark_asked, digits = digits_asked),
  decimals = function(x, options) options$digits,
  show = function(x, decimals, options) paste0(options$currency, number_text(x, decimals)),
  phrases = list(as_format("money", "{x} as money")),
  words = function(format) "money"
)

room("percent", "format", adds = TRUE,
  args = alist(x = , digits = 1), takes = "number", asks = list(digits = digits_asked),
  decimals = function(x, options) options$digits,
  show = function(x, decimals, options) paste0(number_text(100 * as_plain_number(x), decimals), "%"),
  phrases = list(as_format("percent", "{x} as a percentage")),
  words = function(format) "a percentage"
)

room("decimals", "format",
  args = alist(x = , digits = ), takes = "number", asks = list(digits = digits_asked),
  decimals = function(x, options) options$digits,
  show = function(x, decimals, options) number_text(x, decimals),
  phrases = list(phrase("{x} with {digits} decimals", quote(decimals(.x, .digits)),
    x = blank("column", of = "measure"), digits = blank("number", default = 2, least = 0, most = 12))),
  words = function(format) sprintf("a number with %s", count_of(format$options$digits, "decimal"))
)

room("unmarked", "format",
  args = alist(x = ), takes = "number",
  decimals = function(x, options) needed_decimals(x),
  show = function(x, decimals, options) unmarked_texts(x, decimals),
  phrases = list(as_format("unmarked", "{x} without marks for thousands")),
  words = function(format) "a number without marks for thousands"
)

# The first day of a week, month, quarter or year, written as that.
room("period", "format",
  args = alist(x = , unit = "month"), takes = "date",
  asks = list(unit = function(expr, values, arg, ctx) one_of_words(expr, calendar_units, arg, values, ctx)),
  decimals = function(x, options) 0,
  show = function(x, decimals, options) period_texts(x, options$unit),
  words = function(format) sprintf("a %s", format$options$unit)
)

# A number of days, as the difference of two times is, in days, hours and minutes, and seconds where there are some.
room("span", "format", adds = TRUE,
  args = alist(x = ), takes = "number",
  decimals = function(x, options) needed_decimals(x),
  show = function(x, decimals, options) span_texts(x),
  phrases = list(as_format("span", "{x} as a span of time")),
  words = function(format) "a span of days, hours and minutes"
)

span_texts <- function(x) {
  x <- as_plain_number(x)
  seconds <- round_half_out(abs(x) * 86400, if (any(round(abs(x) * 86400, 3) != round(abs(x) * 86400),
    na.rm = TRUE)) 3 else 0)
  days <- floor(seconds / 86400)
  rest <- seconds - 86400 * days
  text <- sprintf("%02d:%02d", as.integer(rest %/% 3600), as.integer(rest %% 3600 %/% 60))
  below <- rest %% 60
  fine <- any(below != 0, na.rm = TRUE)
  if (fine) text <- paste0(text, sub("^0[.]", ".", sprintf(if (any(below != floor(below),
    na.rm = TRUE)) ":%06.3f" else ":%02.0f",
    below)))
  text <- paste0(ifelse(x < 0 & seconds > 0, "-", ""), ifelse(days > 0, sprintf("%s d ", number_text(days, 0)), ""),
    text)
  text[is.nan(x)] <- "not a number"
  text[is.infinite(x)] <- ifelse(x[is.infinite(x)] > 0, "infinite", "-infinite")
  text
}
