# The arguments of a call, matched by whole names only.
columns <- function(expr) rlang::inject(brief(dues, columns = c(x = !!expr)))

test_that("arguments that are not there, empty, twice or too many are told", {
  expect_stops(list(
    list(quote(rounded(due, dgits = 1)), "rounded\\(\\) has no argument `dgits`"), list(quote(rounded(due, )),
      "has an empty argument"),
    list(quote(rounded(digits = 1, digits = 2, x = due)), "an argument twice"), list(quote(rounded(due, 1, 2)),
      "takes at most 2 arguments"),
    list(quote(rounded()), "needs a value for `x`"), list(quote(joined()),
      "needs at least one value"), list(quote(start_of(paid_on)), "needs a value for `unit`")
  ), columns)
})

test_that("arguments may come by name in any order, and never by a part of a name", {
  expect_identical(draw_up(columns(quote(rounded(digits = 1, x = due))))$x, draw_up(columns(quote(rounded(due, 1))))$x)
  expect_match(said_by(columns(quote(rounded(due, dig = 1)))),
    "no argument `dig`. Did you mean `digits`|no argument `dig`")
})
