# Different values and combinations, and the most frequent one.
test_that("combinations of any columns are counted as base R counts them, one missing part makes none", {
  table <- random_table(200, 3)
  for (pair in list(c("word", "choice"), c("whole", "flag"), c("day", "part"), c("moment", "big"))) {
    got <- rlang::inject(draw_up(brief(table, lines = flag, figures = c(d = count_distinct(!!!lapply(pair, as.name))))))
    expected <- vapply(slow_lines(table, "flag"), function(rows) {
      here <- table[rows, pair]
      nrow(unique(here[stats::complete.cases(here), ]))
    }, 1L)
    expect_identical(got$d, expected, label = toString(pair))
  }
})

test_that("texts that run together are different combinations", {
  table <- data.frame(a = c("x", "xy", "1:x"), b = c("yz", "z", ""))
  expect_identical(draw_up(brief(table, lines = whole(), figures = c(d = count_distinct(a, b))))$d, 3L)
  parts <- draw_up(brief(ledger(table, in_parts = 1), lines = whole(), figures = c(d = count_distinct(a, b))))
  expect_identical(parts$d, 3L)
})

test_that("of several equally frequent values the smallest is given, and that is said", {
  table <- data.frame(k = c("a", "a", "b", "b", "b"), v = c("y", "x", "z", "z", "w"))
  statement <- draw_up(brief(table, lines = k, figures = c(m = mode(v))))
  expect_identical(statement$m, c("x", "z"))
  expect_match(flat(statement), "1 line with several values equally frequent; the smallest is given")
})
