# Conditions that hold for every row or for none, alone or as they are put together.
only <- function(condition, table = dues) rlang::inject(by_wharf(table, only = !!condition))

test_that("a condition that holds for all or for none is told with its place, and one that parts them is not", {
  pairs <- list(
    list(quote(due > 5000), quote(due > 15), "due > 5000, in `only`, holds for none of the 360 entries"),
    list(quote(goods != "coal" | goods != "lime"), quote(goods != "coal" & goods != "lime"), "each of the 360 entries"),
    list(quote(goods == "coal" & goods == "lime"), quote(goods == "coal" | goods == "lime"), "none of the 360 entries"),
    list(quote(due > 20 & due < 10), quote(due > 10 & due < 20), "none of the 360"),
    list(quote(paid_on >= "2015-01-01"), quote(paid_on >= "2025-02-01"), "each of the 360.*leaves nothing out"),
    list(quote(due < 1000 | tonnes > 5), quote(due < 10 | tonnes > 15), "due < 1000, in `only`, holds for each"),
    list(quote(!(due > 5000)), quote(!(due > 15)), "due > 5000, in `only`, holds for none")
  )
  for (one in pairs) expect_told("conditions", only(one[[1]]), only(one[[2]]), one[[3]], deparse1(one[[1]]))
})

test_that("conditions of figures and of `show` are looked at too", {
  where <- function(least) {
    rlang::inject(brief(dues, lines = wharf, figures = c(s = sum(due, where = tonnes > !!least))))
  }
  expect_told("conditions", where(100), where(10), "tonnes > 100, in .*, holds for none of the 360 entries")
  shown <- function(least) rlang::inject(brief(dues, lines = wharf, figures = c(s = sum(due)), show = s > !!least))
  expect_told("conditions", shown(1e6), shown(1100), "s > 1e\\+06, in `show`, holds for none of the 4 lines")
})

test_that("a guard may hold for all: above, at or unlike zero, and not missing", {
  for (guard in list(quote(due > 0), quote(due >= 0), quote(due != 0), quote(!is_missing(due)), quote(0 < due),
    quote(due > 0 & tonnes > 0 & !is_missing(wharf)))) {
    expect_clean(only(guard), deparse1(guard))
  }
  expect_true("conditions" %in% findings(only(quote(due > 0 & due < 0)))$rule)
  expect_false("conditions" %in% findings(only(quote(due > 500), dues[1, ]))$rule)
})
