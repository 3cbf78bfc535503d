# Arguments of one value, groups, and spans of rows or of the calendar: what each takes, and what it says of others.
beside <- function(expr, ...) {
  rlang::inject(brief(dues, lines = c(wharf, goods), figures = c(s = sum(due)), beside = c(x = !!expr), ...))
}

test_that("a whole number is one from the least that makes sense, and no other value", {
  for (wrong in list(0, -1, 1.5, NA_real_, 1e10, "seven", TRUE)) {
    said <- said_by(beside(bquote(ntile(.(wrong), falling(s)))))
    expect_match(said, "takes a whole number from 1|takes a number", label = format(wrong))
  }
  expect_match(said_by(beside(quote(rolling(sum(s), Inf, along = goods)))), "all rows up to this one is running\\(")
  expect_match(said_by(beside(quote(ntile(s, falling(s))))), "takes one value")
  expect_identical(max(draw_up(beside(quote(ntile(2 + 1, falling(s)))))$x), 3L)
})

test_that("spans are rows or whole steps of the calendar", {
  daily <- function(span) rlang::inject(by_day(dues, w = rolling(sum(dues), !!span, along = paid_on)))
  cases <- list(
    list(quote(days()), "days\\(\\) takes one number: days\\(7\\)"), list(quote(days(1, 2)), "takes one number"),
    list(quote(weeks(1.5)), "`weeks` takes a whole number from 1"), list(quote(months(0)), "from 1, and got 0"),
    list(quote(years("two")), "`years` takes a whole number"), list(0, "takes a whole number from 1")
  )
  expect_stops(cases, daily)
  sevens <- lapply(list(7, quote(days(7)), quote(weeks(1))), function(span) draw_up(daily(span))$w)
  expect_identical(sevens[[1]], sevens[[2]])
  expect_identical(sevens[[1]], sevens[[3]])
  expect_identical(draw_up(daily(quote(months(3))))$w, draw_up(daily(quote(quarters(1))))$w)
  expect_identical(draw_up(daily(quote(months(12))))$w, draw_up(daily(quote(years(1))))$w)
})

test_that("parent() needs a subtotal above, and only one", {
  share_of <- quote(share(s, per = parent()))
  expect_match(said_by(beside(share_of)), "no section `footing`.*Add footing = rollup\\(")
  expect_match(said_by(beside(share_of, footing = cube(wharf, goods))), "stand under more than one subtotal")
  shares <- draw_up(beside(share_of, footing = rollup(wharf, goods)))
  lines <- shares[shares$line_kind == "line", ]
  expect_equal(as.vector(tapply(lines$x, lines$wharf, sum)), rep(1, 4))
})

test_that("yes or no, one of some words, and dates are taken as that alone", {
  window <- function(partial) {
    rlang::inject(by_day(dues,
      w = rolling(sum(dues), 7, along = paid_on, partial = !!partial)))
  }
  for (wrong in list(NA, "yes", 1)) expect_match(said_by(window(wrong)), "`partial` takes TRUE or FALSE")
  top <- function(ties) rlang::inject(by_wharf(show = top(2, dues, ties = !!ties)))
  for (wrong in list("both", NA_character_, 3)) expect_match(said_by(top(wrong)), "ties is \"keep\" or \"by_entry\"")
  filled <- function(from) {
    rlang::inject(brief(dues, prepare = fill_calendar(paid_on, "day", from = !!from), lines = paid_on,
      figures = c(n = count())))
  }
  for (wrong in list("yesterday", "2025-02-30", 7, NA)) {
    expect_match(said_by(filled(wrong)), "`from` takes a date, and got .*Such as \"2025-03-31\"")
  }
})
