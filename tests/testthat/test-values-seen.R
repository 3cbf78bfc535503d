# Values of columns as rules look at them: each column looked at once.
ns <- asNamespace("idleledger")

test_that("texts and numbers of columns are those that occur, with how often", {
  table <- random_table(120, 98)
  columns <- lapply(table, function(x) if (is.character(x)) ns$encode_text(x) else x)
  seen <- ns$values_of_ledger(columns, 120)
  texts <- seen$texts("word")
  times <- table(table$word)
  expect_setequal(texts$text, names(times) |> c(if ("" %in% table$word) "") |> unique())
  expect_equal(sum(texts$n), sum(!is.na(table$word)))
  numbers <- seen$numbers("whole")
  expect_equal(numbers$value, sort(unique(table$whole)))
  expect_equal(as.vector(numbers$n), as.vector(table(table$whole)))
  expect_null(seen$texts("amount"))
  expect_setequal(ns$columns_of_moments(seen, names(table)), c("day", "moment"))
  expect_setequal(as.integer(ns$rows_of_texts(seen, "word", c("ash", "elm"))), which(table$word %in% c("ash", "elm")))
})

test_that("even rows begin with the first and end with the last", {
  for (n in c(1, 2, 10, 1000)) for (most in c(1, 5, 100)) {
    rows <- ns$even_rows(n, most)
    expect_lte(length(rows), most)
    expect_true(rows[1] == 1 && (most == 1 || rows[length(rows)] == n))
  }
})
