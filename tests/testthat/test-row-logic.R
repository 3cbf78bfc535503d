# Comparison, logic and choice, row by row.
work <- function(expr, table) rlang::inject(draw_up(brief(table, columns = c(x = !!expr))))$x
truth <- expand.grid(a = c(TRUE, FALSE, NA), b = c(TRUE, FALSE, NA))
mixed <- random_table(60, 51)

test_that("and, or and not know the unknown as R does", {
  expect_identical(work(quote(a & b), truth), truth$a & truth$b)
  expect_identical(work(quote(a | b), truth), truth$a | truth$b)
  expect_identical(work(quote(!a), truth), !truth$a)
})

test_that("every comparison of every kind is R's, text by code point and choices by their levels", {
  ordered <- mixed
  ordered$choice <- as.integer(mixed$choice)
  for (name in c("whole", "amount", "day", "moment", "flag", "word")) for (op in c("==", "!=", "<", "<=", ">", ">=")) {
    x <- mixed[[name]]
    y <- rev(x)
    table <- data.frame(x = x)
    table$y <- y
    codes <- if (is.character(x)) match(c(x, y), sort(unique(c(x, y)), method = "radix")) else NULL
    expected <- if (is.null(codes)) get(op)(x, y) else get(op)(codes[seq_along(x)], codes[-seq_along(x)])
    expect_identical(work(call(op, quote(x), quote(y)), table), as.vector(expected), label = paste(name, op))
  }
  expect_identical(work(quote(choice < "top"), mixed), ordered$choice < 3)
})

test_that("what is in a set, or between two ends, is R's, and missing stays unknown", {
  expect_identical(work(quote(word %in% c("ash", "elm")), mixed),
    ifelse(is.na(mixed$word), NA, mixed$word %in% c("ash", "elm")))
  expect_identical(work(quote(between(amount, 0, 20)), mixed), mixed$amount >= 0 & mixed$amount <= 20)
  expect_identical(work(quote(between(amount, 20, 0)), mixed), mixed$amount >= 20 & mixed$amount <= 0)
  expect_identical(work(quote(is_missing(word)), mixed), is.na(mixed$word))
})

test_that("the first condition that is met decides, and what no condition meets is otherwise", {
  got <- work(quote(case(when(amount > 20, "high"), when(amount > 0, "some"), otherwise = "none")), mixed)
  expect_identical(got, ifelse(mixed$amount %in% mixed$amount[which(mixed$amount > 20)], "high",
    ifelse((mixed$amount > 0) %in% TRUE, "some", "none")))
  bare <- work(quote(case(when(amount > 20, 1))), mixed)
  expect_identical(bare, ifelse((mixed$amount > 20) %in% TRUE, 1, NA))
  expect_match(said_by(work(quote(case(when(amount, 1))), mixed)), "takes a condition")
  expect_match(said_by(work(quote(case(when(flag, 1), otherwise = "x")), mixed)),
    "values of one column must be of one kind")
})

test_that("bands have their ends where they say, and cover everything", {
  x <- data.frame(v = c(-5, 0, 9.99, 10, 49.9, 50, 1e9, NA))
  got <- draw_up(brief(x, columns = c(b = bands(v, at = c(0, 10, 50)))))$b
  expect_identical(as.integer(got), c(1L, 2L, 2L, 3L, 3L, 4L, 4L, NA))
  expect_length(levels(got), 4)
  expect_match(said_by(draw_up(brief(x, columns = c(b = bands(v, at = c(10, 0)))))),
    "takes limits that rise: at = c\\(10, 20, 50\\)")
  expect_match(said_by(draw_up(brief(x, columns = c(b = bands(v, at = v))))), "at")
})

test_that("a value stands in where one is missing", {
  expect_identical(work(quote(or_else(amount, 0)), mixed), ifelse(is.na(mixed$amount), 0, mixed$amount))
  expect_identical(work(quote(or_else(word, "?")), mixed), ifelse(is.na(mixed$word), "?", mixed$word))
  expect_match(said_by(work(quote(or_else(word, 0)), mixed)), "kind")
})
