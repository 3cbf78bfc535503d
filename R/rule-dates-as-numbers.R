# Dates that stand as numbers, 20250131: between two months lie 70 of them, and none is a day.

room("dates_as_numbers", "rule", place = 12, of_ledger = NULL, of_page = NULL,
  words = "dates that stand as whole numbers such as 20250131, of which a difference is no number of days, or days
    as a spreadsheet counts them",
  example = quote(brief(transform(demo_table("dues"), on = as.numeric(format(paid_on, "%Y%m%d"))), lines = on,
    figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = c(on = paid_on), figures = c(dues = sum(due)))),
  of_values = function(seen) {
    lapply(columns_of_numbers(seen), function(name) {
      values <- seen$numbers(name)$value
      if (length(values) < 5 || !all(are_day_numbers(values)) && !are_serial_days(name, values)) return(NULL)
      a_finding(sprintf(
        "Dates: the values of `%s` are dates written as numbers, such as %s, and the numbers between them are no days.",
        name, format_number(values[1])
      ), name)
    })
  }
)

# Days as a spreadsheet counts them, or seconds since 1970, in a column with the name of a date.
are_serial_days <- function(name, values) {
  dated <- grepl("(^|_)(date|day|on|at|time|timestamp|when|created|updated)$|^date", small_letters(name))
  whole <- all(values == floor(values))
  dated && (whole && all(values > 25000 & values < 75000) || all(values > 9e8 & values < 2.5e9) && whole)
}

are_day_numbers <- function(values) {
  if (any(values < 19000101 | values > 21001231 | values != floor(values))) return(FALSE)
  !is.na(as.Date(format_number(values), format = "%Y%m%d"))
}
