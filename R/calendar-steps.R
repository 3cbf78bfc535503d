# Days, weeks, months, quarters and years counted one by one, so that those without an entry can be found.

calendar_units <- c("day", "week", "month", "quarter", "year")

clock_steps <- c(second = 1, minute = 60, hour = 3600)

# The seconds of a step of the clock, such as "hour" or "15 minutes"; NULL for those of the calendar.
seconds_of_step <- function(unit) {
  if (unit %in% names(clock_steps)) return(clock_steps[[unit]])
  parts <- regmatches(unit, regexec("^([0-9]+) (minute|hour)s$", unit))[[1]]
  if (length(parts)) as.double(parts[2]) * clock_steps[[parts[3]]]
}

# Steps of the clock are counted from midnight in UTC, and stand for those of a zone a whole number of them away.
clock_numbers <- function(x, size) {
  seconds <- as.double(unclass(x))
  if (!zone_of(x) %in% c("UTC", "GMT")) {
    away <- as.POSIXlt(x[is.finite(seconds)])$gmtoff
    if (any(away %% size != 0, na.rm = TRUE)) stop_idle("bad_argument", sprintf(
      "The clock of the zone %s is not a whole number of steps of %s seconds from UTC.", zone_of(x), format(size)),
    "Give times in UTC.")
  }
  floor(seconds / size)
}

# The number of the step that a day lies in.
step_numbers <- function(x, unit) {
  size <- seconds_of_step(unit)
  if (!is.null(size)) return(clock_numbers(x, size))
  days <- as_days(x)
  part <- function(what) core_date_part(days, what, 1L)
  switch(unit,
    day = days, week = floor((days + 3) / 7), month = part("year") * 12 + part("month") - 1,
    quarter = part("year") * 4 + part("quarter") - 1, year = as.double(part("year"))
  )
}

# The step of a day that bounds a calendar; of the clock the first of that day, or the last.
step_of_bound <- function(day, unit, like = NULL, last = FALSE) {
  if (is.null(day)) return(NULL)
  size <- seconds_of_step(unit)
  if (is.null(size)) return(step_numbers(day, unit))
  floor(instant_of((as_days(day) + last) * 86400, zone_of(like)) / size) - last
}

# A step's first moment, as a column holds them: a date, or a time.
moments_of_steps <- function(steps, unit, like) {
  size <- seconds_of_step(unit)
  if (is.null(size)) return(days_like(days_of_steps(steps, unit), like))
  structure(steps * size, class = c("POSIXct", "POSIXt"), tzone = attr(like, "tzone"))
}

# A day as the column holds them: a date, or midnight where there are times.
days_like <- function(days, column) {
  if (inherits(column, "Date")) return(as_date_class(days))
  structure(instant_of(days * 86400, zone_of(column)), class = c("POSIXct", "POSIXt"), tzone = attr(column, "tzone"))
}

# The first day of a step.
days_of_steps <- function(steps, unit) {
  if (unit == "day") return(as.double(steps))
  if (unit == "week") return(steps * 7 - 3)
  months <- switch(unit, month = steps, quarter = steps * 3, year = steps * 12)
  different <- unique(months)
  first <- as.double(as.Date(sprintf("%04d-%02d-01", as.integer(different %/% 12), as.integer(different %% 12 + 1))))
  first[match(months, different)]
}

# The steps of each group that have no row, from the first to the last: list(group, step), and for each
# group `low` and `high`. `group` counts from 1; rows without a day have no part in it.
steps_without_rows <- function(steps, group, n_groups, from = NULL, to = NULL, what) {
  known <- which(!is.na(steps))
  bounds <- step_bounds(steps[known], group[known], n_groups, from, to)
  sizes <- pmax(0, bounds$high - bounds$low + 1)
  sizes[is.na(sizes)] <- 0
  starts <- cumsum(c(0, sizes))
  check_how_many(sum(sizes) - length(known), what,
    "Give from and to, a wider step, or look for a date that is wrong.", "most_days_made")
  inside <- known[(steps[known] >= bounds$low[group[known]] & steps[known] <= bounds$high[group[known]]) %in% TRUE]
  there <- logical(sum(sizes))
  there[starts[group[inside]] + steps[inside] - bounds$low[group[inside]] + 1] <- TRUE
  made <- which(!there)
  of <- rep(seq_len(n_groups), sizes)[made]
  list(group = of, step = bounds$low[of] + made - starts[of] - 1, low = bounds$low, high = bounds$high)
}

step_bounds <- function(steps, group, n_groups, from, to) {
  groups <- if (length(steps)) core_group(list(group), length(steps))
  own <- function(sign) {
    values <- rep(NA_real_, n_groups)
    if (length(steps) == 0) return(values)
    least <- column_folded(groups, sign * steps, list(extremes = "min"))$answers[[1]]
    values[group[core_group_facts(groups)$first]] <- sign * as_plain_number(least)
    values
  }
  list(
    low = if (is.null(from)) own(1) else rep(as.double(from), n_groups),
    high = if (is.null(to)) own(-1) else rep(as.double(to), n_groups)
  )
}

# Stops before memory does.
check_how_many <- function(n, what, hint, most = "most_repeated") {
  if (n <= limit(most)) return(invisible())
  stop_idle(
    "too_many", sprintf("%s would make %s, and %s is the most.", what, entry_count(n), big_mark(limit(most))),
    c(hint, sprintf("The limit is options(idleledger.%s = ...).", most))
  )
}
