# Empty text, which is a value and not missing.
test_that("empty text in a key is told with its cells, its row and what it carries", {
  for (blank in c("", "  ")) {
    expect_told("empty", by_wharf(dues_at("wharf", 9, blank)), by_wharf(),
      "`wharf`: 1 cell is empty text, which is a value and not missing; it carries dues 15.95")
  }
  expect_told("empty", by_wharf(dues_at("wharf", c(9, 13, 20), "")), by_wharf(), "3 cells are empty text.*they carry")
})

test_that("a missing key is another matter, and so is a column that the page does not group by", {
  expect_false("empty" %in% findings(by_wharf(dues_at("wharf", 9, NA)))$rule)
  expect_clean(by_wharf(dues_at("goods", 9, "")))
})
