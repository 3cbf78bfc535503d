# Exact copies of another entry in every column of its own.
test_that("copies are counted with the first of them and what they carry, and a repair strikes them", {
  for (rows in list(7, c(3, 6, 9), rep(5, 4))) {
    page <- by_wharf(rbind(dues, dues[rows, ]))
    words <- if (length(rows) == 1) "1 entry is an exact copy of another in every column, the first in row 361" else
      sprintf("%d entries are exact copies of another in every column, the first in row 361", length(rows))
    expect_told("copies", page, by_wharf(), words)
    expect_told("copies", page, by_wharf(), sprintf("counted again: dues %s", format(sum(dues$due[rows]))))
    expect_equal(as.data.frame(draw_up(apply_repair(page, "copies"))), as.data.frame(draw_up(by_wharf())),
      ignore_attr = TRUE)
  }
})

test_that("entries that differ in one column are no copies, and missing values are alike", {
  expect_false("copies" %in% findings(by_wharf(rbind(dues, transform(dues[7, ], slip = 9999))))$rule)
  bare <- dues_at("goods", 7, NA)
  expect_true("copies" %in% findings(by_wharf(rbind(bare, bare[7, ])))$rule)
})

test_that("copies are found beside worked columns, and by look() among more than a page compares", {
  twice <- dues[c(1:90, 7), ]
  numbered <- brief(twice, columns = c(k = row_number(entered())), lines = wharf, figures = c(s = sum(due)))
  expect_true("copies" %in% findings(numbered)$rule)
  withr::local_options(idleledger.most_to_compare = 50)
  expect_false("copies" %in% findings(by_wharf(twice))$rule)
  expect_match(look(twice)$traps, "1 entry is an exact copy", all = FALSE)
})
