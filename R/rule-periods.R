# Keys that are periods of a date, start_of(passed_on, "month"): periods without entries, and a last one
# that is not over.

room("periods", "rule", place = 3, repair = NULL, of_ledger = NULL, of_page = function(drawn) {
  do.call(c, lapply(drawn$brief$checked$lines, function(key) {
    node <- key$node
    unit <- if (!is.null(room_of_node(node)$period)) room_of_node(node)$period(node)
    if (drawn$entries$n == 0 || is.null(unit) || !is_moment(node$args$x$kind)) return(NULL)
    days <- as_days(evaluate_column(node$args$x, entries_table(drawn)))
    starts <- as_days(evaluate_column(node, entries_table(drawn)))
    periods_said(key$name, unit, sort(unique(days[!is.na(days)])), sort(unique(starts[!is.na(starts)])))
  }))
})

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
