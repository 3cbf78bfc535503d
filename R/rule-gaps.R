# Days between the first and the last without an entry.

room("gaps", "rule", place = 6, of_page = NULL, of_ledger = function(columns, n) {
  each_column(columns, is_moment_vector, function(x, name) {
    days <- sort(unique(as_days(x)))
    absent <- if (length(days) < 2) 0 else max(days) - min(days) + 1 - length(days)
    if (absent == 0 || absent > 20 * length(days)) return(NULL)
    first <- days[which(diff(days) > 1)[1]] + 1
    sprintf(
      "`%s`: %s between the first and the last without an entry, the first %s; rows are not days.",
      name, count_of(absent, "day"), format(as_date_class(first))
    )
  })
})
