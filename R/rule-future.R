# Dates in the future, and dates that are too far away to be meant.

room("future", "rule", place = 7, repair = NULL,
  of_ledger = function(columns, n) {
    each_column(columns, is_moment_vector, function(x, name) {
      late <- days_to_come(x)
      far <- sum(abs(as_days(x)) > 300 * 365, na.rm = TRUE)
      c(
        if (length(late) > 0) sprintf("`%s`: %s in the future.", name, is_are(length(late), "date")),
        if (far > 0) sprintf("`%s`: %s more than 300 years from 1970.", name, is_are(far, "date"))
      )
    })
  },
  of_page = function(drawn) {
    entries <- drawn$entries
    if (!are_entries_of_ledger(entries)) return(NULL)
    lapply(intersect(names(entries$seen$prints), entries$source_names), function(name) {
      x <- entry_column(entries, name)
      late <- if (is_moment_vector(x)) days_to_come(x)
      if (length(late) > 0) a_note("dates", sprintf(
        "Dates: %s of `%s` %s in the future, the last %s.", count_of(length(late), "value"), name,
        if (length(late) == 1) "is" else "are", format(as_date_class(max(late)))
      ))
    })
  }
)

days_to_come <- function(x) {
  days <- as_days(x)
  days[which(days > as.double(Sys.Date()))]
}
