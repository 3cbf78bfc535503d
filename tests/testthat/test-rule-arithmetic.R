# A column that is the product, the sum or the difference of two others in all entries but a few.
ways <- list(product = round(dues$tonnes * dues$rate, 2), sum = dues$tonnes + dues$rate,
  difference = dues$tonnes - dues$rate)
worked_with <- function(values, where = integer(), value = 99.5) {
  by_wharf(dues_with(due = replace(values, where, value)))
}

test_that("the entry that breaks a product, a sum or a difference is told with its row, what is there and what is not",
  {
  for (way in names(ways)) {
    right <- signif(ways[[way]][9], 12)
    sign <- c(product = "\\*", sum = "\\+", difference = "-")[[way]]
    expect_told("arithmetic", worked_with(ways[[way]], 9), worked_with(ways[[way]]), name = way,
      sprintf("`due` is (rate|tonnes) %s (rate|tonnes) in all entries but 1, the first in row 9: 99.5, and not %s",
        sign,
        right))
  }
})

test_that("a few broken entries are counted, and many are another way of working", {
  for (few in c(2, 8)) expect_told("arithmetic", worked_with(ways$sum, seq_len(few) * 7, seq_len(few) + 200.5),
    worked_with(ways$sum), sprintf("in all entries but %d, the first in row 7", few), few)
  expect_false("arithmetic" %in% findings(worked_with(ways$sum, 1:20, seq_len(20) + 200.25))$rule)
})

test_that("what is rounded to the cent is no mistake, and what is off by more than half a cent is", {
  expect_clean(worked_with(round(dues$tonnes * dues$rate, 2)))
  off <- function(cents) worked_with(ways$product, 9, ways$product[9] + cents)
  expect_true("arithmetic" %in% findings(off(0.02))$rule)
  expect_false("arithmetic" %in% findings(off(0.004))$rule)
})

test_that("columns with hardly a value, and tables with hardly an entry, are not judged", {
  expect_false("arithmetic" %in% findings(by_wharf(dues_with(due = replace(ways$sum, 9, 1))[1:9, ]))$rule)
  flat <- dues_with(tonnes = rep(c(1, 2), 180), rate = 3, due = replace(rep(c(4, 5), 180), 9, 9))
  expect_false("arithmetic" %in% findings(by_wharf(flat))$rule)
})
