# Whatever else a page notes of itself.
test_that("a column that is also a variable outside is told, and one that is not is silent", {
  page <- local({
    goods <- "coal"
    brief(dues, only = wharf != goods, lines = goods, figures = c(s = sum(due)))
  })
  expect_told("page", page, brief(dues, only = wharf != "Brook", lines = goods, figures = c(s = sum(due))),
    "`goods` is a column and also a variable outside")
})

test_that("a part of a page says that its shares are of that part", {
  page <- by_wharf(dues, beside = c(part = share(dues)))
  expect_told("page", narrow(page, goods == "coal"), page)
})
