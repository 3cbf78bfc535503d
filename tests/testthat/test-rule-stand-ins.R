# Values that stand for nothing known: marks among texts, and numbers far away from all others.
typical <- function(table) brief(table, lines = wharf, figures = c(typical = mean(due)))
where <- c(5, 90, 222)

test_that("marks among texts are told with how many entries have them", {
  for (mark in c("n/a", "N.A.", "NULL", "unknown", "Unknown ", "-", "?", "#N/A", "(blank)", "tbd", "not available",
    "#REF!", "NaN", "missing", "\u2014")) {
    expect_told("stand_ins", by_wharf(dues_at("wharf", where, mark)), by_wharf(), name = mark,
      "in `wharf`, .* stands for nothing known in 3 entries, the first in row 5, and is counted as a value")
  }
  expect_told("stand_ins", by_wharf(dues_at("wharf", where, c("n/a", "-", "?"))), by_wharf(), "stand for nothing known")
  expect_false("stand_ins" %in% findings(by_wharf(dues_at("wharf", where, "none")))$rule)
})

test_that("numbers of nines and minus ones far from all others are told", {
  for (value in c(-1, -99, -999, 999, 9999, 99999, -9999, 999.99)) {
    expect_told("stand_ins", typical(dues_at("due", where, value)), typical(dues), name = value,
      sprintf("`due` is -?%s in 3 entries, the first in row 5, far from all other values",
        format(abs(value), big.mark = ",", nsmall = 0)))
  }
  for (value in c(29, 31, 12345)) expect_false("stand_ins" %in% findings(typical(dues_at("due", where, value)))$rule)
})

test_that("a zero is told where all others lie together far above it", {
  heights <- dues_with(due = 60 + dues$due)
  expect_told("stand_ins", typical(transform(heights, due = replace(due, c(5, 90), 0))), typical(heights),
    "`due` is 0 in 2 entries")
  expect_false("stand_ins" %in% findings(typical(dues_at("due", c(5, 90), 0)))$rule)
})
