# Which columns are shown, in what order, under what headings, in what format.
laid <- function(layout, ...) rlang::inject(by_wharf(layout = !!layout, ...))
heads <- function(page) strsplit(trimws(strsplit(printed(draw_up(page)), "\n")[[1]][2]), " {2,}")[[1]]

test_that("columns stand as they are laid out, the rest where it is asked for, hidden ones not", {
  expect_identical(heads(laid(quote(c(dues, wharf)))), c("dues", "wharf"))
  expect_identical(heads(laid(quote(c(dues, rest())))), c("dues", "wharf", "n"))
  expect_identical(heads(laid(quote(hide(n)))), c("wharf", "dues"))
  expect_identical(heads(laid(quote(c(`Dues paid` = money(dues), Wharf = wharf)))), c("Dues paid", "Wharf"))
})

test_that("a layout changes no value", {
  plain <- draw_up(by_wharf())
  for (layout in list(quote(c(dues, wharf)), quote(hide(n)), quote(c(W = wharf, money(dues), rest())))) {
    other <- draw_up(laid(layout))
    for (name in intersect(names(plain), names(other))) expect_identical(other[[name]], plain[[name]])
  }
})

test_that("what cannot be laid out is told", {
  expect_stops(list(
    list(quote(c(wharf, dues * 2)), "there is no format `\\*`|no column to lay out"), list(quote(c(wharf, mony(dues))),
      "there is no format `mony`. Did you mean `money`"),
    list(quote(c(wharf, wharf)), "the column `wharf` is laid out twice"), list(quote(c(wharf, due)), "due"),
    list(quote(percent(wharf)), "percent\\(\\) takes a number, and `wharf` is text"), list(3,
      "no column to lay out|layout")
  ), laid)
})
