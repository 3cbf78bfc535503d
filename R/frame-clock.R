# The clock that a frame of the calendar goes by. Where every date is the first day of a period (of a month, a quarter,
# a
# year, or a week where the frame is said in weeks), a frame goes by whole periods: twelve months end with the twelfth.
# Frames of hours and minutes go by whole hours or minutes where all times lie on them, else by moments.

# list(day, frame, unit): `day` are whole numbers of which the frame, now in days, counts so many; `unit` is what one of
# them is, "moment" where a missing one is no gap.
frame_clock <- function(frame, dates) {
  units <- unique(c(frame$behind$unit, frame$ahead$unit))
  if ("seconds" %in% units) return(clock_of_seconds(frame, dates))
  period <- if ("months" %in% units) months_of_period(frame, dates)
  if (!is.null(period)) return(on_clock(frame, month_numbers(dates) %/% period, period,
    c(`1` = "month", `3` = "quarter", `12` = "year")[[as.character(period)]]))
  if (is_in_weeks(frame) && are_starts_of_weeks(dates)) return(on_clock(frame, floor((as_days(dates) + 3) / 7), 7,
    "week"))
  list(day = if (inherits(dates, "Date")) dates else as_days(dates), frame = frame, unit = "day")
}

on_clock <- function(frame, day, size, unit) {
  side <- function(end) {
    if (!end$unit %in% c("days", "months", "seconds")) return(end)
    end$unit <- "days"
    end$n <- end$n / size
    end
  }
  frame$behind <- side(frame$behind)
  frame$ahead <- side(frame$ahead)
  list(day = day, frame = frame, unit = unit)
}

reaches_of <- function(frame) {
  ends <- Filter(function(end) end$unit %in% c("days", "months", "seconds"), list(frame$behind, frame$ahead))
  vapply(ends, `[[`, 1, "n")
}

# By moments of a millionth of a second, which is what times are read to.
clock_of_seconds <- function(frame, dates) {
  seconds <- as.double(unclass(dates))
  known <- seconds[is.finite(seconds)]
  # Gaps are looked for where times lie on the hours, or the minutes, that the frame is said in.
  grid <- Find(function(unit) all(known %% clock_steps[[unit]] == 0), c("hour", "minute", "second"))
  for (unit in c("hour", "minute", "second")) {
    size <- clock_steps[[unit]]
    if (all(reaches_of(frame) %% size == 0) && all(known %% size == 0)) return(on_clock(frame, seconds / size, size,
      if (unit == frame$clock && unit == grid) unit else "moment"))
  }
  on_clock(frame, moments_counted(dates), 1e-6, "moment")
}

month_numbers <- function(dates) {
  days <- as_days(dates)
  core_date_part(days, "year", 1L) * 12 + core_date_part(days, "month", 1L) - 1
}

# How many months apart dates are that all are firsts of months: 12, 3 or 1; NULL where they are not. The frame goes by
# so many, or by a part of them.
months_of_period <- function(frame, dates) {
  days <- as_days(dates)
  known <- is.finite(days)
  if (!any(known) || any(core_date_part(days[known], "day", 1L) != 1L, na.rm = TRUE)) return(NULL)
  months <- unique(month_numbers(dates)[known])
  if (anyNA(months) || "days" %in% c(frame$behind$unit, frame$ahead$unit)) return(NULL)
  apart <- months - months[1]
  for (period in c(12, 3)) {
    if (length(months) > 1 && all(apart %% period == 0) && all(reaches_of(frame) %% period == 0)) return(period)
  }
  1
}

is_in_weeks <- function(frame) isTRUE(frame$weeks) && all(reaches_of(frame) %% 7 == 0)

are_starts_of_weeks <- function(dates) {
  days <- unique(as_days(dates))
  days <- days[is.finite(days)]
  length(days) > 0 && all((days + 3) %% 7 == 0)
}

# The same seen by base R alone, for a second look: the days of a frame around a day, as base R counts them.
frame_clock_again <- function(frame, dates) {
  clock <- frame_clock(frame, dates)
  if (clock$unit %in% c("day", "moment", "hour", "minute", "second")) return(list(day = as.double(unclass(clock$day)),
    frame = clock$frame))
  parts <- as.POSIXlt(as.Date(as_days(dates), origin = "1970-01-01"))
  months <- (parts$year + 1900) * 12 + parts$mon
  day <- switch(clock$unit, month = months, quarter = floor(months / 3), year = floor(months / 12),
    week = floor((as.double(as_days(dates)) - 4) / 7))
  list(day = day, frame = clock$frame)
}
