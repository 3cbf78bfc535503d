# Missing values that figures passed over, and conditions of figures that could not be judged.
test_that("missing amounts are counted by column", {
  expect_told("skipped", by_wharf(dues_at("due", 9, NA)), by_wharf(), "1 value of due missing and skipped")
  expect_told("skipped", by_wharf(dues_at("due", c(9, 44, 100), NA)), by_wharf(), "3 values of due missing and skipped")
})

test_that("a condition of a figure that cannot be judged is counted", {
  page <- function(table) brief(table, lines = wharf, figures = c(n = count(where = tonnes > 10)))
  expect_told("skipped", page(dues_at("tonnes", 9, NA)), page(dues), "1 ")
})
