# Dates that stand as numbers: 20250131, days as a spreadsheet counts them, seconds of a clock.
by_number <- function(values, name = "on") {
  dues[[name]] <- values
  rlang::inject(brief(dues, lines = !!as.name(name), figures = c(dues = sum(due))))
}
real <- brief(dues, lines = paid_on, figures = c(dues = sum(due)))

test_that("days in eight figures are told whatever their column is called", {
  eight <- as.integer(format(dues$paid_on, "%Y%m%d"))
  for (name in c("on", "k")) for (values in list(eight, as.numeric(eight))) {
    expect_told("dates_as_numbers", by_number(values, name), real,
      sprintf("values of `%s` are dates written as numbers, such as 20250101", name))
  }
  others <- list(replace(eight, 9, 20250231L), eight + 0.5, replace(eight, 9, 18250101L), replace(eight, 9, 21250101L))
  for (values in others) expect_false("dates_as_numbers" %in% findings(by_number(values))$rule)
})

test_that("days and seconds counted are told where the column has the name of a date", {
  days <- as.numeric(dues$paid_on)
  for (values in list(days + 25569, days * 86400)) {
    expect_told("dates_as_numbers", by_number(values, "sent_on"), real)
    expect_false("dates_as_numbers" %in% findings(by_number(values, "mark"))$rule)
    expect_false("dates_as_numbers" %in% findings(by_number(values + 0.25, "sent_on"))$rule)
  }
})
