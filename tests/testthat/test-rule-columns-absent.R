# Columns of a crosstab that were named and that no entry fills.
crosstab <- function(columns, table = dues) {
  rlang::inject(brief(table, lines = c(wharf, goods), figures = c(dues = sum(due)),
    abreast = columns_of(goods, columns = !!as.call(c(quote(c), as.list(columns))))))
}
all_goods <- c("coal", "grain", "lime", "timber")

test_that("each named column without an entry is told by its name", {
  expect_told("columns_absent", crosstab(c(all_goods, "wool")), crosstab(all_goods),
    "wool of `columns` does not occur")
  expect_told("columns_absent", crosstab(c("hay", all_goods, "wool")), crosstab(all_goods), "hay.*wool")
  expect_told("columns_absent", crosstab(all_goods, dues[dues$goods != "lime", ]), crosstab(all_goods),
    "lime of `columns` does not occur")
})
