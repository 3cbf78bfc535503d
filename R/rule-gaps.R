# Days between the first and the last without an entry.

room("gaps", "rule", place = 6, of_page = NULL, of_values = NULL, twin = NULL, example = NULL,
  words = "days between the first and the last without an entry (told by `look()`)",
  of_ledger = function(seen) {
    lapply(columns_of_moments(seen), function(name) {
      gaps <- days_absent(seen$column(name))
      if (!is.null(gaps)) a_finding(
        sprintf("`%s`: %s between the first and the last without an entry, the first %s; rows are not days.",
          name, count_of(gaps$n, "day"), day_text(gaps$first)), name,
        repair = a_repair("prepare", call("fill_calendar", as.name(name), "day"), 3)
      )
    })
  }
)

# Days between the first and the last that have no entry, unless almost none has one.
days_absent <- function(x) {
  days <- sort(unique(as_days(x)))
  absent <- if (length(days) < 2) 0 else max(days) - min(days) + 1 - length(days)
  if (absent == 0 || absent > 20 * length(days)) return(NULL)
  list(n = absent, first = days[which(diff(days) > 1)[1]] + 1)
}
