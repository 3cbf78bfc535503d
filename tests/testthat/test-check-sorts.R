# Orders: columns or expressions, each up, or down inside falling().
ordered <- function(order) rlang::inject(by_wharf(order = !!order))

test_that("an order takes columns and expressions, and says what it cannot go by", {
  expect_stops(list(
    list(quote(falling(dues, n)), "falling\\(\\) takes one column or expression.*stand side by side"),
    list(quote(rising()), "rising\\(\\) takes one column"), list("wharf",
      "is the same for all rows.*`wharf` is written without quotes"),
    list(3, "is the same for all rows.*Name a column"), list(quote(falling(2 * 3)), "is the same for all rows")
  ), ordered)
})

test_that("rising() says what holds anyway, and keys go in turn", {
  by_dues <- sort(tapply(dues$due, dues$wharf, sum))
  expect_identical(draw_up(ordered(quote(rising(dues))))$wharf, names(by_dues))
  expect_identical(draw_up(ordered(quote(dues)))$wharf, names(by_dues))
  expect_identical(draw_up(ordered(quote(falling(dues))))$wharf, rev(names(by_dues)))
  expect_identical(draw_up(ordered(quote(c(n, falling(wharf)))))$wharf, c("Dyer", "Causey", "Brook", "Alder"))
  expect_identical(draw_up(ordered(quote(falling(rounded(dues / 1000, 0)))))$wharf[1:2], c("Alder", "Brook"))
})
