# The windows of a page, each with the table that it was worked on.
ns <- asNamespace("idleledger")

test_that("windows of entries and of lines are listed with their columns and their dates", {
  page <- brief(dues, columns = c(k = row_number(paid_on, slip)), lines = c(paid_on, wharf),
    figures = c(s = sum(due), k = max(k)),
    beside = c(w = rolling(sum(s), 7, along = paid_on, per = wharf), p = share(s)))
  found <- ns$windows_of(ns$work_brief(page))
  expect_identical(vapply(found, `[[`, "", "name"), c("k", "w", "p"))
  expect_identical(vapply(found, function(one) as.numeric(one$table$n), 1), c(360, 360, 360))
  rolling <- found[[2]]
  expect_identical(sort(unique(ns$days_along(rolling))), as.numeric(sort(unique(dues$paid_on))))
  expect_null(ns$days_along(found[[3]]))
})
