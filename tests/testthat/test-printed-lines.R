# Lines as they are printed: what rules about handing over look at.
ns <- asNamespace("idleledger")

test_that("numbers are read out of what is printed, whatever stands around them", {
  expect_identical(ns$printed_numbers(c("1,234.50", "EUR -7.00", "12.5%", "(missing)", "0")),
    c(1234.5, -7, 12.5, NA, 0))
  expect_identical(ns$printed_decimals(c("1,234.50", "7")), 2)
  expect_identical(ns$printed_decimals("7"), 0)
})

test_that("lines to read are those that are shown, in the format of the layout", {
  drawn <- ns$work_brief(by_wharf(show = top(2, dues), layout = c(wharf, money(dues, currency = "EUR "))))
  rows <- ns$lines_to_read(drawn)
  expect_length(rows, 2)
  expect_match(ns$printed_texts(drawn, "dues", rows), "^EUR 1,[0-9]{3}[.][0-9]{2}$")
  expect_length(ns$lines_to_read(ns$work_brief(brief(dues))), 0)
})
