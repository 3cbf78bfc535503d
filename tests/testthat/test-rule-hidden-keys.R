# A key that the layout leaves out, so that lines cannot be told apart.
laid <- function(layout, lines = quote(c(wharf, goods))) {
  rlang::inject(brief(dues, lines = !!lines, figures = c(due = sum(due)), layout = !!layout))
}

test_that("lines that look alike without a key are counted, and a repair shows the key", {
  page <- laid(quote(c(wharf, due)))
  expect_told("hidden_keys", page, laid(quote(c(wharf, goods, due))),
    "`layout` leaves out `goods`, and without it 12 lines look like another")
  expect_true("goods" %in% names(as.data.frame(draw_up(apply_repair(page, "hidden_keys")))))
  expect_told("hidden_keys", laid(quote(due), quote(wharf)), laid(quote(c(wharf, due)), quote(wharf)),
    "leaves out `wharf`, and without it 3 lines look like another")
  expect_told("hidden_keys", laid(quote(due)), laid(quote(c(wharf, goods, due))), "`wharf` and `goods`.* 15 lines")
})

test_that("a key that tells nothing more may be left out", {
  one <- dues[!duplicated(dues$wharf), ]
  expect_clean(brief(one, lines = c(wharf, goods), figures = c(due = sum(due)), layout = c(wharf, due)))
})
