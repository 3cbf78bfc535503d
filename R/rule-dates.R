# Dates in the future, dates that are too far away to be meant, and days that stand for no day at all.

room("dates", "rule", place = 7, of_ledger = NULL, of_page = NULL,
  words = "dates in the future or centuries away, and days such as 1900-01-01 or 9999-12-31 that stand for no date",
  example = quote(brief(transform(demo_table("dues"), paid_on = replace(paid_on, 9, as.Date("9999-12-31"))),
    lines = c(year = year(paid_on)), figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = c(year = year(paid_on)), figures = c(dues = sum(due)))),
  of_values = function(seen) {
    do.call(c, lapply(columns_of_moments(seen), function(name) {
      x <- seen$column(name)
      days <- as_days(x)
      stand <- stand_in_days(days)
      late <- setdiff(which(days > as.double(Sys.Date())), stand)
      far <- setdiff(which(abs(days) > 300 * 365), stand)
      list(
        of_days(seen, name, stand, days, "%s of `%s` %s %s, which often stands for no date, the first in %s"),
        of_days(seen, name, late, days, "%s of `%s` %s in the future, the last %s, the first in %s"),
        of_days(seen, name, far, days, "%s of `%s` %s more than 300 years from 1970, such as %s, the first in %s")
      )
    }))
  }
)

of_days <- function(seen, name, rows, days, text) {
  if (length(rows) == 0) return(NULL)
  last <- day_text(max(days[rows]))
  a_finding(paste0("Dates: ", sprintf(
    text, count_of(length(rows), "value"), name, if (length(rows) == 1) "is" else "are", last, seen$row(rows[1])
  ), "."), name, rows)
}

days_that_stand_in <- c("0001-01-01", "1753-01-01", "1899-12-30", "1899-12-31", "1900-01-01", "1970-01-01",
  "2099-12-31", "2199-12-31", "2999-12-31", "3000-01-01", "9999-01-01", "9999-12-30", "9999-12-31")

# Such a day, where ten years lie between it and every other.
stand_in_days <- function(days) {
  known <- as.double(as.Date(days_that_stand_in))
  there <- intersect(known, days)
  if (length(there) == 0) return(integer())
  others <- days[!days %in% known & !is.na(days)]
  alone <- vapply(there, function(day) all(abs(others - day) > 3653), TRUE)
  if (length(others) == 0) integer() else which(days %in% there[alone])
}
