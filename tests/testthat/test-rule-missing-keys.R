# Missing keys are lines of their own; how much they carry is said.
test_that("entries without a key are counted with what they carry, by one key and by several", {
  for (rows in list(9, c(9, 44, 100))) {
    carried <- sum(dues$due[rows])
    words <- if (length(rows) == 1) "1 entry has no wharf and carries" else "3 entries have no wharf and carry"
    expect_told("missing", by_wharf(dues_at("wharf", rows, NA)), by_wharf(), name = length(rows),
      sprintf("%s n %d and dues %s", words, length(rows), format(carried)))
  }
  both <- dues_at("wharf", 9, NA)
  both$goods[44] <- NA
  page <- function(table) brief(table, lines = c(wharf, goods), figures = c(s = sum(due)))
  expect_told("missing", page(both), page(dues), "2 entries have no wharf or goods and carry s")
})

test_that("the weight is the part of the figure that they make", {
  blank <- brief(dues_at("wharf", 1:9, NA), lines = wharf, figures = c(dues = sum(due)))
  found <- findings(blank)
  expect_equal(found$weight[found$rule %in% "missing"], sum(dues$due[1:9]) / sum(dues$due))
  footed <- by_wharf(dues_at("wharf", 9, NA), footing = rollup(wharf))
  expect_match(findings(footed)$sentence, "1 entry has no wharf", all = FALSE)
})
