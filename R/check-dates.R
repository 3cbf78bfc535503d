# Dates: periods that are not over, periods without entries, dates in the future.

check_dates <- function(drawn) {
  used <- intersect(names(drawn$entries$seen$prints), drawn$entries$source_names)
  if (!is_ledger_itself(drawn$entries)) return(list())
  lapply(used, function(name) {
    x <- entry_column(drawn$entries, name)
    if (!is_moment_vector(x)) return(NULL)
    days <- as_days(x)
    late <- sum(days > as.double(Sys.Date()), na.rm = TRUE)
    if (late > 0) a_note("dates", sprintf(
      "Dates: %s of `%s` %s in the future, the last %s.", count_of(late, "value"), name,
      if (late == 1) "is" else "are", format(as_date_class(max(days, na.rm = TRUE)))
    ))
  })
}

# Keys that are periods of a date: start_of(passed_on, "month").
check_periods <- function(drawn, checked) {
  do.call(c, lapply(checked, function(key) {
    node <- key$node
    if (drawn$entries$n == 0 || node$type != "call" || node$fn != "start_of" || !is_moment(node$args[[1]]$kind)) return(NULL)
    unit <- Find(function(arg) arg$type == "value" && is.character(arg$value), node$args)$value
    days <- as_days(evaluate_column(node$args[[1]], entries_table(drawn)))
    starts <- as_days(evaluate_column(node, entries_table(drawn)))
    periods_said(key$name, unit, sort(unique(days[!is.na(days)])), sort(unique(starts[!is.na(starts)])))
  }))
}

periods_said <- function(name, unit, days, starts) {
  if (length(starts) < 2) return(list())
  every <- period_starts(starts, unit)
  absent <- setdiff(every, starts)
  last_day <- seq(as_date_class(max(starts)), by = unit_step(unit), length.out = 2)[2] - 1
  short <- as.double(last_day) - max(days)
  usual <- max(diff(days))
  list(
    if (length(absent)) a_note("dates", sprintf(
      "Dates: between the first and the last %s of `%s` %s no entries, the first %s.", unit, name,
      have(length(absent), unit), format(as_date_class(absent[1]))
    )),
    if (short > usual) a_note("dates", sprintf(
      "Dates: the last %s of `%s`, from %s, has entries up to %s only and may not be complete.", unit, name,
      format(as_date_class(max(starts))), format(as_date_class(max(days)))
    ))
  )
}

unit_step <- function(unit) if (unit == "quarter") "3 months" else unit

period_starts <- function(starts, unit) {
  as.double(seq(as_date_class(min(starts)), as_date_class(max(starts)), by = unit_step(unit)))
}
