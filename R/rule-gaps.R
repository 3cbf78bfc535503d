# Days between the first and the last without an entry.

room("gaps", "rule", place = 6, of_page = NULL, of_ledger = function(columns, n) {
  each_column(columns, is_moment_vector, function(x, name) {
    gaps <- days_absent(x)
    if (!is.null(gaps)) sprintf(
      "`%s`: %s between the first and the last without an entry, the first %s; rows are not days.",
      name, count_of(gaps$n, "day"), format(as_date_class(gaps$first))
    )
  })
}, repair = function(columns, n) {
  dates <- names(Filter(function(x) is_moment_vector(x) && !is.null(days_absent(x)), columns))
  lapply(dates, function(name) {
    a_repair(call("fill_calendar", as.name(name), "day"), 3, sprintf(
    "%s in %s; say per = for each group of entries, and fill = for what such a day is worth",
    paste(count_of(days_absent(columns[[name]])$n, "day"), "without an entry"), name
  ))
  })
})

# Days between the first and the last that have no entry, unless almost none has one.
days_absent <- function(x) {
  days <- sort(unique(as_days(x)))
  absent <- if (length(days) < 2) 0 else max(days) - min(days) + 1 - length(days)
  if (absent == 0 || absent > 20 * length(days)) return(NULL)
  list(n = absent, first = days[which(diff(days) > 1)[1]] + 1)
}
