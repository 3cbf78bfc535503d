# Whether a condition holds for any or every entry, and the place that a value would take.
test_that("any and every are those of base R, and of nothing known they are missing", {
  table <- random_table(150, 41)
  got <- draw_up(brief(table, lines = whole, figures = c(a = any(flag), e = every(flag), c = any(amount > 40),
    d = every(amount > -60))))
  lines <- slow_lines(table, "whole")
  judge <- function(x, fn) {
    vapply(lines, function(rows) {
      v <- x[rows][!is.na(x[rows])]
      if (length(v)) fn(v) else NA
    }, NA)
  }
  expect_identical(got$a, judge(table$flag, any))
  expect_identical(got$e, judge(table$flag, all))
  expect_identical(got$c, judge(table$amount > 40, any))
  expect_identical(got$d, judge(table$amount > -60, all))
  expect_identical(draw_up(brief(data.frame(f = c(NA, NA) & TRUE), lines = whole(), figures = c(a = any(f))))$a, NA)
})

test_that("the place of a value is one more than the entries ahead of it, from either end", {
  table <- random_table(100, 42)
  for (value in c(-100, 0, 10.5, 300)) {
    got <- rlang::inject(draw_up(brief(table, lines = flag, figures = c(up = rank_of(!!value, amount),
      down = rank_of(!!value, falling(amount)), some = rank_of(!!value, amount, where = whole > 0)))))
    lines <- slow_lines(table, "flag")
    ahead <- function(is) vapply(lines, function(rows) sum(is[rows], na.rm = TRUE) + 1L, 1L)
    expect_identical(got$up, ahead(table$amount < value))
    expect_identical(got$down, ahead(table$amount > value))
    expect_identical(got$some, ahead(table$amount < value & table$whole > 0))
  }
})

test_that("a figure of what is no condition is told", {
  expect_match(said_by(brief(dues, lines = wharf, figures = c(a = any(due)))),
    "any\\(\\) takes a condition, and `due` is a number")
  expect_match(said_by(brief(dues, lines = wharf, figures = c(p = rank_of(5)))), "rank_of\\(\\)")
})
