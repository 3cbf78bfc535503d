# Days compared with times: "up to the 31st" ends at its first moment, and a time that is a key makes a line a second.

room("days_and_times", "rule", place = 26, of_ledger = NULL, of_values = NULL,
  words = "a time compared with a day, which counts as its first moment, and a time as a key where days are meant",
  example = quote(brief(transform(demo_table("dues"), at = as.POSIXct(paid_on, tz = "UTC") + 3600 * (slip %% 24)),
    only = at <= "2025-01-31", lines = wharf, figures = c(dues = sum(due)))),
  twin = quote(brief(transform(demo_table("dues"), at = as.POSIXct(paid_on, tz = "UTC") + 3600 * (slip %% 24)),
    only = at < "2025-02-01", lines = wharf, figures = c(dues = sum(due)))),
  of_page = function(drawn) {
    c(
      do.call(c, lapply(conditions_of(drawn), function(one) {
        lapply(parts_of_condition(one$node), day_beside_times, one = one)
      })),
      lapply(drawn$brief$checked$lines, times_as_key, drawn = drawn)
    )
  }
)

# Entries after midnight of the day that bounds a condition.
day_beside_times <- function(node, one) {
  if (!is_call_of(node, c("<=", ">", "==", "!=", "between"))) return(NULL)
  x <- node$args[[1]]
  day <- node$args[[length(node$args)]]
  if (!identical(x$kind, "time") || !day$kind %in% c("time", "date") || !identical(day$type, "value")) return(NULL)
  times <- evaluate_column(x, one$table)
  at <- if (inherits(day$value, "Date")) as.double(day$value) else as_days(day$value)
  bound <- if (inherits(day$value, "Date")) at else midnight_or_none(day$value, at)
  if (is.na(bound)) return(NULL)
  later <- which(as_days(times) == bound & !at_midnight_of_day(times))
  if (length(later) == 0) return(NULL)
  a_finding(sprintf(
    "Times: %s, in %s, takes %s for its first moment, and %s of that day are later; %s.", node_label(node), one$place,
    day_text(bound), so_many_rows(length(later), one$unit),
    if (node$fn %in% c("<=", "between")) sprintf("for the whole day write < \"%s\"",
      day_text(bound + 1)) else
      if (node$fn == ">") sprintf("for the days after it write >= \"%s\"", day_text(bound + 1)) else
      sprintf("for the day write start_of(%s, \"day\")", node_label(x))
  ), columns_in(x), weight = length(later) / one$table$n)
}

clock_of <- function(times) {
  parts <- as.POSIXlt(times)
  parts$hour * 3600 + parts$min * 60 + parts$sec
}

at_midnight_of_day <- function(times) if (inherits(times, "Date")) rep(TRUE, length(times)) else clock_of(times) %in% 0

midnight_or_none <- function(value, day) if (length(value) == 1 && at_midnight_of_day(value)) day else NA_real_

# A time of day in a key, where nearly each entry has a line of its own and the days do not.
times_as_key <- function(key, drawn) {
  if (!identical(key$node$kind, "time") || drawn$entries$n < limit("fewest_to_judge")) return(NULL)
  times <- evaluate_column(key$node, entries_table(drawn))
  times <- times[!is.na(times)]
  different <- length(unique(times))
  days <- length(unique(as_days(times)))
  if (different < 0.5 * length(times) || days > 0.5 * different) return(NULL)
  a_finding(sprintf(
    "Times: the key `%s` has %s of %s; for a line a day write %s = start_of(%s, \"day\").", key$name,
    count_of(different, "different moment"), count_of(days, "day"), name_text(key$name), node_label(key$node)
  ), key$name, weight = 1, repair = if (key$node$type == "column") a_repair("lines", call("start_of",
    as.name(key$node$name), "day"), name = key$name, instead = TRUE))
}
