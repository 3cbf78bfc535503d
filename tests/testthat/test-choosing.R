# Columns brought to one kind, and values chosen from them row by row.
ns <- asNamespace("idleledger")
table <- random_table(80, 12)

test_that("the value chosen in each row is that of the list that was chosen, for every two kinds that go together", {
  choice <- withr::with_seed(1, sample(c(1, 2, NA), 80, TRUE))
  for (a in names(table)) for (b in names(table)) {
    x <- table[[a]]
    y <- table[[b]]
    families <- vapply(list(x, y), function(v) ns$kind_family(ns$kind_of(v)), "")
    if (families[1] != families[2] || "day" %in% c(a, b) && a != b || "big" %in% c(a, b) && a != b) next
    got <- ns$plain_vector(ns$choose_from(list(x, y), choice))
    plain <- function(v) if (is.factor(v)) as.character(v) else v
    expected <- ifelse(is.na(choice), NA, ifelse(choice == 1, plain(x), plain(y)))
    if (is.factor(x) && is.factor(y)) got <- as.character(got)
    expect_equal(as.vector(unclass(got))[!is.na(choice)], as.vector(unclass(expected))[!is.na(choice)],
      label = paste(a, b), ignore_attr = TRUE)
  }
})

test_that("values of one family join without a change", {
  expect_identical(ns$joined_values(list(1L, 2.5, TRUE)), c(1, 2.5, 1))
  expect_identical(ns$joined_values(list("a", factor("b"))), c("a", "b"))
  wide <- bit64::as.integer64("9007199254740993")
  expect_identical(as.character(ns$joined_values(list(wide, 5L))), c("9007199254740993", "5"))
  expect_identical(ns$joined_values(list()), logical())
})

test_that("columns of like kinds stand one under the other", {
  expect_identical(ns$plain_vector(ns$stacked_alike(list(c(1L, NA), c(2.5, 3)))), c(1, NA, 2.5, 3))
  expect_identical(ns$plain_vector(ns$stacked_alike(list(c(NA, NA), c("x", "y")))), c(NA, NA, "x", "y"))
  levels <- ns$plain_vector(ns$stacked_alike(list(factor("a"), factor("b", levels = c("b", "a")))))
  expect_identical(as.character(levels), c("a", "b"))
})
