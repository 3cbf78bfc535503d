# Keys that are periods of a date, start_of(passed_on, "month") or year(passed_on): periods without entries, and a first
# or last one that is not complete.

room("periods", "rule", place = 3, of_ledger = NULL, of_values = NULL,
  words = "periods (`start_of(x, \"month\")`, `year(x)`) without entries between the first and the last, and a first or
    a last one that is not complete",
  example = quote(brief(demo_table("dues")[1:320, ], lines = c(month = start_of(paid_on, "month")),
    figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = c(month = start_of(paid_on, "month")), figures = c(dues = sum(due)))),
  of_page = function(drawn) {
    if (drawn$entries$n == 0) return(NULL)
    do.call(c, lapply(periods_of(drawn$brief$checked$lines), function(period) {
      days <- as_days(evaluate_column(period$x, entries_table(drawn)))
      periods_said(period$names, period$unit, days, starts_of_periods(days, period$unit, period$from))
    }))
  }
)

# Keys that are periods of a date, by themselves or together, as year(d) and month(d) are: list(names, unit, x), and
# `from` the month with which a year begins.
periods_of <- function(keys) {
  without_null(unname(lapply(keys, function(key) {
    room <- room_of_node(key$node)
    if (!isTRUE(room$tells_year)) {
      unit <- period_of(key$node)
      return(if (!is.null(unit)) list(names = key$name, unit = unit, x = key$node$args$x, from = 1))
    }
    finer <- Filter(function(other) {
      !is.null(room_of_node(other$node)$within) && is_of(other$node, key$node$args$x)
    }, keys)
    from <- if (length(finer)) 1 else if (!is.null(room$year_starts)) room$year_starts(key$node)
    if (is.null(from)) return(NULL)
    fns <- vapply(finer, function(other) other$node$fn, "")
    unit <- c(intersect(calendar_units, fns), "year")[1]
    list(names = c(key$name, vapply(finer, `[[`, "", "name")), unit = unit, x = key$node$args$x, from = from)
  })))
}

starts_of_periods <- function(days, unit, from) {
  if (unit != "year" || from == 1) return(as.double(core_date_part(days, paste0("start_of_", unit), 1L)))
  years <- core_date_part(days, "fiscal_year", as.integer(from)) - 1L
  different <- unique(years)
  as.double(as.Date(sprintf("%d-%d-01", different, as.integer(from)), format = "%Y-%m-%d"))[match(years, different)]
}

# The unit of a key that is a period of a date.
period_of <- function(node) {
  unit <- if (!is.null(room_of_node(node)$period)) room_of_node(node)$period(node)
  if (!is.null(unit) && is_moment(node$args$x$kind)) unit
}

periods_said <- function(names, unit, days_of_entries, starts_of_entries) {
  days <- sort(unique(days_of_entries[!is.na(days_of_entries)]))
  starts <- sort(unique(starts_of_entries[!is.na(starts_of_entries)]))
  if (length(starts) < 2) return(NULL)
  absent <- setdiff(period_starts(starts, unit), starts)
  last_day <- seq(as_date_class(max(starts)), by = unit_step(unit), length.out = 2)[2] - 1
  usual <- max(diff(days))
  keys <- both(tick(names))
  short <- as.double(last_day) - max(days) > usual
  late <- min(days) - min(starts) > usual
  of_period <- function(text, start, day) {
    sentence <- sprintf(text, unit, keys, day_text(start), day_text(day))
    a_finding(sentence, names, rows = which(starts_of_entries %in% start))
  }
  list(
    if (length(absent)) a_finding(sprintf(
      "Dates: between the first and the last %s of %s %s no entries, the first %s.", unit, keys,
      have(length(absent), unit), day_text(absent[1])
    ), names, weight = length(absent) / (length(absent) + length(starts))),
    if (late) of_period("Dates: the first %s of %s, from %s, has entries from %s on only and may not be complete.",
      min(starts), min(days)),
    if (short) of_period("Dates: the last %s of %s, from %s, has entries up to %s only and may not be complete.",
      max(starts), max(days))
  )
}
