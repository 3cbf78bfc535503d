# The checks that each page owes, down to the ledger and beside it.
test_that("a page below and a page beside are proved too, each under its name", {
  below <- by_wharf(title = "Below")
  beside <- brief(dues, lines = wharf, figures = c(most = max(due)), title = "Beside")
  page <- brief(below, prepare = bring_in(beside, match = wharf), lines = whole(), figures = c(s = sum(dues)))
  checks <- as.data.frame(tie_out(page))
  expect_true(all(c("Below", "Beside") %in% checks$page))
  expect_true(all(c("entries", "recomputed") %in% checks$check[checks$page %in% "Below"]))
})

test_that("what is wrong below is found from above", {
  page <- brief(by_wharf(title = "Below"), lines = whole(), figures = c(s = max(dues)))
  local_wrong_sum()
  checks <- as.data.frame(tie_out(page))
  expect_true("Below" %in% checks$page[checks$status == "differs"])
})
