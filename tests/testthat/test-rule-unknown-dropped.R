# Entries that `only` leaves out because a value is missing.
holes <- dues_at("goods", c(9, 44), NA)
only <- function(condition, table = holes) rlang::inject(by_wharf(table, only = !!condition))

test_that("entries that could not be judged are counted with the first, what they carry and how to keep them", {
  for (condition in list(quote(goods != "coal"), quote(!(goods %in% c("coal", "lime"))), quote(goods == "lime"))) {
    expect_told("unknown_dropped", only(condition), only(condition, dues), name = deparse1(condition), sprintf(
      paste("leaves out 2 entries, the first in row 9, since goods is missing there \\(they carry dues %s\\);",
        ".* \\| is_missing\\(goods\\)"),
      format(sum(dues$due[c(9, 44)]))))
  }
  expect_told("unknown_dropped", only(quote(due > 15), dues_at("due", 9, NA)), only(quote(due > 15), dues),
    "leaves out 1 entry, the first in row 9, since due is missing")
})

test_that("a condition that says what is to be done with them is silent", {
  for (condition in list(quote(goods != "coal" | is_missing(goods)), quote(goods != "coal" & !is_missing(goods)))) {
    expect_false("unknown_dropped" %in% findings(only(condition))$rule, label = deparse1(condition))
  }
})
