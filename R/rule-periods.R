# Keys that are periods of a date, start_of(passed_on, "month"): periods without entries, and a first or last one that
# is not complete.

room("periods", "rule", place = 3, of_ledger = NULL, of_values = NULL,
  words = "periods (`start_of(x, \"month\")`) without entries between the first and the last, and a first or a last one
    that is not complete",
  example = quote(brief(demo_table("dues")[1:320, ], lines = c(month = start_of(paid_on, "month")),
    figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = c(month = start_of(paid_on, "month")), figures = c(dues = sum(due)))),
  of_page = function(drawn) {
    do.call(c, lapply(drawn$brief$checked$lines, function(key) {
      unit <- period_of(key$node)
      if (drawn$entries$n == 0 || is.null(unit)) return(NULL)
      days <- as_days(evaluate_column(key$node$args$x, entries_table(drawn)))
      starts <- as_days(evaluate_column(key$node, entries_table(drawn)))
      periods_said(key$name, unit, days, starts)
    }))
  }
)

# The unit of a key that is a period of a date.
period_of <- function(node) {
  unit <- if (!is.null(room_of_node(node)$period)) room_of_node(node)$period(node)
  if (!is.null(unit) && is_moment(node$args$x$kind)) unit
}

periods_said <- function(name, unit, days_of_entries, starts_of_entries) {
  days <- sort(unique(days_of_entries[!is.na(days_of_entries)]))
  starts <- sort(unique(starts_of_entries[!is.na(starts_of_entries)]))
  if (length(starts) < 2) return(NULL)
  absent <- setdiff(period_starts(starts, unit), starts)
  last_day <- seq(as_date_class(max(starts)), by = unit_step(unit), length.out = 2)[2] - 1
  usual <- max(diff(days))
  short <- as.double(last_day) - max(days) > usual
  late <- min(days) - min(starts) > usual
  of_period <- function(text, start, day) {
    sentence <- sprintf(text, unit, name, format(as_date_class(start)), format(as_date_class(day)))
    a_finding(sentence, name, rows = which(starts_of_entries %in% start))
  }
  list(
    if (length(absent)) a_finding(sprintf(
      "Dates: between the first and the last %s of `%s` %s no entries, the first %s.", unit, name,
      have(length(absent), unit), format(as_date_class(absent[1]))
    ), name, weight = length(absent) / (length(absent) + length(starts))),
    if (late) of_period("Dates: the first %s of `%s`, from %s, has entries from %s on only and may not be complete.",
      min(starts), min(days)),
    if (short) of_period("Dates: the last %s of `%s`, from %s, has entries up to %s only and may not be complete.",
      max(starts), max(days))
  )
}
