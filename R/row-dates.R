# Row functions on dates. A date with time counts as its day in its own time zone.

# `within` is the part that tells the year which `name` is of; `tells_year` that it is such a part, `year_starts` in
# which month that year begins.
on_date <- function(name, part, words, within = NULL, tells_year = FALSE, year_starts = NULL,
                    says = said_of_date(words)) {
  force(says)
  force(part)
  force(within)
  room(name, "row", topic = "dates",
    args = alist(x = ), takes = list(x = "moment"), gives = "integer",
    work = function(x) core_date_part(as_days(x), part, 1L), again = function(x) date_part_again(x, part),
    in_sql = function(sql, node, to) to$server$date_part(sql$x, part),
    words = words,
    within = within, tells_year = tells_year, year_starts = year_starts,
    format = if (tells_year) function(node) unmarked,
    phrases = list(phrase(says, call(name, quote(.x)),
      named = name, group = "dates", x = blank("column", of = "moment"), spread = "x"))
  )
}

# "the month, 1 to 12" of a column is "the month of {x}, 1 to 12".
said_of_date <- function(words) sub("(,.*)?$", " of {x}\\1", sub(" by ISO 8601", "", words))

on_date("year", "year", "the year", tells_year = TRUE, year_starts = function(node) 1)
on_date("quarter", "quarter", "the quarter, 1 to 4", within = "year")
on_date("month", "month", "the month, 1 to 12", within = "year")
on_date("week", "week", "the week by ISO 8601, 1 to 53", within = "week_year")
on_date("week_year", "week_year", "the year that the ISO 8601 week belongs to", tells_year = TRUE,
  says = "the year that the week of {x} belongs to")
on_date("day", "day", "the day of the month")
on_date("weekday", "weekday", "the day of the week, 1 for Monday to 7 for Sunday")

room("fiscal_year", "row", topic = "dates",
  args = alist(x = , starts = ), takes = list(x = "moment", starts = "number"), gives = "integer", one = "starts",
  tells_year = TRUE, format = function(node) unmarked,
  year_starts = function(node) if (node$args$starts$type == "value") node$args$starts$value,
  work = function(x, starts) core_date_part(as_days(x), "fiscal_year", month_start(starts)),
  again = function(x, starts) {
    date_part_again(x, "year") + as.integer(starts > 1 & date_part_again(x, "month") >= starts)
  },
  in_sql = function(sql, node, to) {
    starts <- constant_of(node$args$starts, "starts", to)
    year <- to$server$date_part(sql$x, "year")
    if (starts <= 1) return(year)
    sprintf("(%s + CASE WHEN %s >= %d THEN 1 ELSE 0 END)", year, to$server$date_part(sql$x, "month"),
      as.integer(starts))
  },
  words = "the fiscal year, named after the calendar year in which it ends"
)

room("start_of", "row", topic = "dates",
  args = alist(x = , unit = ), takes = list(x = "moment", unit = "text"), one = "unit",
  gives = function(kinds, args, ...) if (unit_of_clock(args$unit)) "time" else "date",
  ready = function(args, ctx) {
    unit <- args$unit$value
    known <- c(if (args$x$kind %in% c("time", "any")) c("minute", "hour"), calendar_units)
    if (args$unit$type == "value" && !(length(unit) == 1 && unit %in% known)) stop_in(
      ctx, "bad_argument", sprintf("start_of() of %s knows no unit %s.", a_kind(args$x$kind), value_text(unit)),
      sprintf("The units are %s.", both(known))
    )
    args
  },
  work = function(x, unit) {
    if (unit %in% names(clock_steps) && inherits(x, "POSIXct")) {
      return(moments_of_steps(clock_numbers(x, clock_steps[[unit]]), unit, x))
    }
    if (!unit %in% calendar_units) stop_idle(
      "bad_argument", sprintf("start_of() knows no unit %s.", value_text(unit)),
      sprintf("The units are %s.", both(calendar_units))
    )
    as_date_class(core_date_part(as_days(x), paste0("start_of_", unit), 1L))
  },
  again = function(x, unit) {
    if (unit[1] %in% names(clock_steps)) as.POSIXct(trunc(x, paste0(unit[1], "s"))) else start_again(x, unit[1])
  },
  in_sql = function(sql, node, to) {
    if (node$kind == "time") not_in_sql("it gives days there, and not hours", to)
    to$server$start_of(sql$x, constant_of(node$args$unit, "unit", to))
  },
  period = function(node) if (node$args$unit$type == "value") node$args$unit$value,
  format = function(node) {
    unit <- node$args$unit
    if (unit$type == "value" && !unit$value %in% c("day", "hour", "minute")) list(fn = "period",
      options = list(unit = unit$value))
  },
  words = "the first day of the day's week (Monday), month, quarter or year; of a time also its hour or minute",
  phrases = list(phrase("the {unit} of {x}, with its year", quote(start_of(.x, .unit)), named = "{unit}",
    group = "dates", spread = c("x", "unit"), x = blank("column", of = "moment"),
    unit = blank("word", asks = "Period", words = c(month = "month", week = "week", quarter = "quarter"))))
)

room("as_date", "row", topic = "dates",
  args = alist(x = ), takes = list(x = "any"), gives = "date", counts = TRUE,
  work = function(x, tally) {
    if (is_moment_vector(x)) return(as_date_class(as_days(x)))
    result <- on_texts(as_written(x), function(texts) as.double(strict_date(texts)))
    count_up(tally, "Text that is no date", sum(is.na(result)) - sum(is_missing_value(x)))
    as_date_class(result)
  },
  again = function(x) {
    if (is_moment_vector(x)) return(day_again(x))
    text <- as.character(x)
    as.Date(ifelse(grepl("^[0-9]{4}-[0-9][0-9]-[0-9][0-9]$", text), text, NA), format = "%Y-%m-%d")
  },
  in_sql = function(sql, node, to) {
    if (is_moment(node$args$x$kind)) return(to$server$day_of(sql$x))
    if (is.null(to$server$date_of_text)) not_in_sql("it makes a date of other texts too", to)
    to$server$date_of_text(bare_sql(sql$x))
  },
  words = "a date out of text like 2025-03-31; what is none is missing, counted"
)

unit_of_clock <- function(node) node$type == "value" && length(node$value) == 1 && node$value %in% names(clock_steps)
