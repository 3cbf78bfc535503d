# What is computed from the entries of each line.
test_that("a figure needs lines, a name of its own, and one value for each line", {
  expect_match(said_by(brief(dues, figures = c(s = sum(due)))), "does not say what makes a line.*lines = whole\\(\\)")
  expect_match(said_by(brief(dues, lines = wharf, figures = c(wharf = count()))), "`wharf` is a key already")
  expect_match(said_by(brief(dues, lines = wharf, figures = c(s = due))), "no single value per line")
})

test_that("later figures use earlier ones, which are worked once", {
  got <- draw_up(amend(by_wharf(), figures = c(n = count(), s = sum(due), each = s / n, twice = each * 2)))
  expect_equal(got$each, got$s / got$n)
  expect_equal(got$twice, 2 * got$each)
  expect_match(said_by(brief(dues, lines = wharf, figures = c(each = s / 2, s = sum(due)))), "no column `s`")
})

test_that("what figures passed over is said once for all that passed it over", {
  page <- brief(dues_at("due", 1:3, NA), lines = wharf, figures = c(s = sum(due), m = mean(due), n = count()))
  expect_match(flat(draw_up(page)), "s, m: 3 values of due missing and skipped")
  nan <- brief(dues_at("due", 9, NaN), lines = wharf, figures = c(s = sum(due)))
  expect_match(flat(draw_up(nan)), "1 value of due no number \\(NaN\\)")
  unknown <- brief(dues_at("tonnes", 9, NA), lines = wharf, figures = c(n = count(where = tonnes > 5)))
  expect_match(flat(draw_up(unknown)), "the condition could not be judged for 1 entry")
})

test_that("which figures add up is known of each", {
  page <- brief(dues, lines = wharf, figures = c(n = count(), s = sum(due), m = mean(due), r = sum(due) / count(),
    lo = min(due)))
  expect_setequal(idleledger:::names_not_additive(page$checked$figures), c("m", "r", "lo"))
})
