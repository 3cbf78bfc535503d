# Entries alike in all columns but one, where chance alone would hardly make them so.
alike_but_for <- function(column, row = 9, other = 4) {
  new <- dues[row, ]
  new$slip <- dues$slip[row]
  new[[column]] <- if (column == "slip") 6000L else dues[[column]][other]
  bare <- if (column == "slip") dues else dues[names(dues) != "slip"]
  list(twin = by_wharf(bare), page = by_wharf(rbind(bare, new[names(bare)])), other = dues[[column]][row])
}

test_that("an entry like another but for one column is told with the column, both rows and both values", {
  for (column in c("slip", "goods", "tonnes", "due", "paid_on")) {
    one <- alike_but_for(column)
    expect_told("near_copies", one$page, one$twin, name = column,
      sprintf("1 entry is like another but for `%s`, the first row 9 and row 361, where it is .* and ", column))
  }
})

test_that("rows sent twice in another order are told together", {
  again <- rbind(dues, transform(dues[c(40, 3, 77), ], slip = 9001:9003))
  expect_told("near_copies", by_wharf(again), by_wharf(),
    "3 entries are like another but for `slip`.*counted again: dues 47.89")
})

test_that("what chance makes alike is not told: few columns, few values", {
  plain <- data.frame(a = rep(1:4, 30), b = rep(1:3, 40), c = rep(1:2, 60), d = seq_len(120))
  expect_false("near_copies" %in% findings(brief(plain, lines = a, figures = c(d = max(d))))$rule)
})
