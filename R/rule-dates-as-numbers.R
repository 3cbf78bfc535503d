# Dates that stand as numbers, 20250131: between two months lie 70 of them, and none is a day.

room("dates_as_numbers", "rule", place = 12, of_ledger = NULL, of_page = NULL,
  words = "dates that stand as whole numbers such as 20250131, of which a difference is no number of days",
  example = quote(brief(transform(demo_table("dues"), on = as.numeric(format(paid_on, "%Y%m%d"))), lines = on,
    figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = c(on = paid_on), figures = c(dues = sum(due)))),
  of_values = function(seen) {
    lapply(columns_of_numbers(seen), function(name) {
      values <- seen$numbers(name)$value
      if (length(values) < 5 || !all(are_day_numbers(values))) return(NULL)
      a_finding(sprintf(
        "Dates: the values of `%s` are dates written as numbers, such as %s, and the numbers between them are no days.",
        name, format_number(values[1])
      ), name)
    })
  }
)

are_day_numbers <- function(values) {
  if (any(values < 19000101 | values > 21001231 | values != floor(values))) return(FALSE)
  !is.na(as.Date(format_number(values), format = "%Y%m%d"))
}
