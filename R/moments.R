# Dates and times: as days, as instants, from text, by the calendar.

as_days <- function(x) {
  if (inherits(x, "POSIXct")) {
    zone <- attr(x, "tzone")
    utc <- is.null(zone) || zone[1] %in% c("UTC", "GMT")
    return(if (utc) floor(as.double(unclass(x)) / 86400) else as.double(as.Date(x, tz = zone[1])))
  }
  floor(as.double(unclass(x)))
}

# Millionths of a second, which is what times are read to.
moments_counted <- function(x) round(as.double(unclass(x)) * 1e6)

month_start <- function(starts) {
  if (length(starts) != 1 || !is.numeric(starts) || !starts %in% 1:12) {
    stop_idle("bad_argument", "fiscal_year(starts = ) takes a month, 1 to 12.")
  }
  as.integer(starts)
}

as_date_class <- function(days) structure(as.double(days), class = "Date")

# Days, or moments in their own zone, as ISO 8601 writes them: years below 1000 with their zeros.
day_text <- function(x) moment_text(if (inherits(x, "Date")) x else as_date_class(x), "%Y-%m-%d")

moment_text <- function(x, form, ...) four_digits(format(x, form, ...))

four_digits <- function(text) {
  short <- grepl("^[0-9]{1,3}-", text)
  text[short] <- paste0(strrep("0", 5 - regexpr("-", text[short])), text[short])
  text
}

zone_of <- function(x) {
  zone <- if (inherits(x, "idle_clock")) "UTC" else attr(x, "tzone")[1]
  if (is.null(zone) || is.na(zone)) "" else zone
}

# A time without a zone is one of the place where the session runs; that is said in the column from here on.
zone_here <- function() {
  zone <- Sys.getenv("TZ")
  if (!nzchar(zone)) zone <- sub("^.*zoneinfo/", "", Sys.readlink("/etc/localtime"))
  if (!zone %in% OlsonNames()) zone <- suppressWarnings(Sys.timezone())
  if (is.null(zone) || is.na(zone)) "UTC" else zone
}

# Dates as days, or as seconds beside a date with time: a day begins at midnight in the zone of that
# column, as as_date() has it.
moment_number <- function(x, other) {
  if (inherits(x, "idle_clock")) return(instant_of(unclass_clock(x), zone_of(other)))
  if (inherits(x, "Date") && inherits(other, "POSIXct")) return(instant_of(as_days(x) * 86400, zone_of(other)))
  as.double(unclass(x))
}

# Seconds since 1970 of wall clock readings, given as if they were of UTC.
instant_of <- function(seconds, zone) {
  if (zone %in% c("UTC", "GMT")) return(seconds)
  different <- unique(seconds)
  text <- format(as.POSIXct(different, origin = "1970-01-01", tz = "UTC"), "%Y-%m-%d %H:%M:%OS6")
  there <- as.double(as.POSIXct(text, tz = zone, format = "%Y-%m-%d %H:%M:%OS"))
  there[match(seconds, different)]
}

# A reading of the clock that is of no zone yet.
strict_clock <- function(text) {
  shaped <- grepl("^[0-9]{4}-[0-9]{2}-[0-9]{2}[ T][0-9]{2}:[0-9]{2}(:[0-9]{2}([.][0-9]+)?)?$", text)
  text <- sub("^(.{16})$", "\\1:00", sub("T", " ", text, fixed = TRUE))
  seconds <- as.double(as.POSIXct(text, tz = "UTC", format = "%Y-%m-%d %H:%M:%OS", optional = TRUE))
  structure(ifelse(shaped, seconds, NA), class = c("idle_clock", "POSIXct", "POSIXt"), tzone = "UTC")
}

unclass_clock <- function(x) as.double(unclass(x))

strict_date <- function(text) {
  shaped <- grepl("^[0-9]{4}-[0-9]{2}-[0-9]{2}$", text)
  day <- rep(as.Date(NA), length(text))
  day[shaped] <- as.Date(text[shaped], format = "%Y-%m-%d", optional = TRUE)
  day
}

# The same day some months on; month ends clamp.
months_from <- function(day, months) {
  date <- as.POSIXlt(as.Date(day, origin = "1970-01-01"))
  first <- as.POSIXlt(as.Date(date) - date$mday + 1)
  first$mon <- first$mon + months
  first <- as.Date(first)
  after <- as.POSIXlt(first)
  after$mon <- after$mon + 1
  min(as.double(first) + date$mday - 1, as.double(as.Date(after)) - 1)
}

# The first and the last day of a frame of the calendar around a day.
calendar_ends <- function(day, frame) {
  if (!is.finite(day)) return(c(NA, NA))
  end <- function(reach, side) {
    away <- if (reach$unit == "months") months_from(day, side * reach$n) else day + side * reach$n
    if (reach$short_of) away - side else away
  }
  c(end(frame$behind, -1), end(frame$ahead, 1))
}

time_zone <- function(like) if (is.null(attr(like, "tzone"))) "" else attr(like, "tzone")[1]

unclass_moment <- function(x) if (is_moment_vector(x)) as.double(x) else x

period_starts <- function(starts, unit) {
  as.double(seq(as_date_class(min(starts)), as_date_class(max(starts)), by = unit_step(unit)))
}

unit_step <- function(unit) if (unit == "quarter") "3 months" else unit

# Where dates lie: by days, or by moments where a span is one of the clock.
places_in_time <- function(dates, span) if (identical(span$unit, "seconds")) moments_counted(dates) else as_days(dates)

span_before <- function(now, span) {
  switch(span$unit, months = months_from(now, -span$n), seconds = now - span$n * 1e6, now - span$n)
}
