# Groups and places in plain R, for a second route.
ns <- asNamespace("idleledger")
columns_of <- function(table) {
  ns$table_in_hand(function(name) {
    x <- table[[name]]
    if (is.character(x)) ns$encode_text(x) else x
  }, nrow(table))
}
column <- function(name, kind = "any") list(type = "column", name = name, kind = kind)

test_that("orders of every kind and direction are those of base R, and rows that tie share a place", {
  table <- random_table(90, 91)
  for (name in setdiff(names(table), "big")) for (down in c(FALSE, TRUE)) {
    found <- ns$plain_order(list(list(node = column(name), down = down)), columns_of(table))
    expect_identical(found$order, order(table[[name]], decreasing = down, method = "radix", na.last = TRUE),
      label = paste(name, down))
    key <- as.character(table[[name]])[found$order]
    expect_identical(found$place[found$order], cumsum(!duplicated(key)), label = paste(name, down))
  }
  expect_identical(ns$plain_order(list(), columns_of(table))$order, 1:90)
})

test_that("rows tie where all keys do, missing ones with missing ones alone", {
  names <- c("word", "choice", "whole", "part", "day", "one")
  for (n in c(0, 1, 90)) for (one in names) for (other in names) {
    table <- random_table(n, 93)
    table$one <- ifelse(table$flag, 1, NA)
    along <- list(list(node = column(one), down = TRUE), list(node = column(other), down = FALSE))
    found <- ns$plain_order(along, columns_of(table))
    keys <- paste(table[[one]], table[[other]], sep = "/")[found$order]
    expect_identical(found$place[found$order], cumsum(!duplicated(keys)), label = paste(n, one, other))
  }
})

test_that("groups are numbered as they are met", {
  table <- random_table(60, 92)
  key <- paste(table$word, table$flag)
  expect_equal(ns$plain_groups(list(column("word"), column("flag")), columns_of(table)), match(key, unique(key)))
  expect_identical(ns$plain_groups(list(), columns_of(table)), rep(1L, 60))
})
