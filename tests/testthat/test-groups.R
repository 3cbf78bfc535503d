# Groups of the rows of columns.
ns <- asNamespace("idleledger")

test_that("different values come once, in order, for every kind of column", {
  for (n in c(0, 1, 200)) {
    table <- random_table(n, n + 5)
    for (name in names(table)) {
      x <- table[[name]]
      got <- ns$plain_vector(ns$different_values(if (is.character(x)) ns$encode_text(x) else x))
      expected <- if (is.character(x)) sort(unique(x), method = "radix", na.last = TRUE) else sort(unique(x),
        na.last = TRUE)
      expect_identical(as.character(got), as.character(expected), label = paste(name, n))
    }
  }
})

test_that("copies are the rows that base R calls duplicated", {
  for (seed in 1:8) {
    n <- c(150, 2, 9, 60)[1 + seed %% 4]
    table <- random_table(n, seed)[c("choice", "whole", "flag")]
    expect_identical(as.integer(ns$copies_among(table, n)), which(duplicated(table)))
  }
  expect_identical(ns$copies_among(list(1), 1), integer())
})
