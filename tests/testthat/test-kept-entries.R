# Figures that keep entries from part to part: the first, the last, lists, and those that no fold holds.
test_that("figures by order, lists and any figure of all values are in parts what they are at once", {
  table <- random_table(400, 71)
  calls <- list(quote(first(word)), quote(last(amount, along = day)), quote(first(choice, along = falling(moment))),
    quote(nth(part, 3, along = whole)),
    quote(listed(word, along = amount)), quote(listed(flag, distinct = TRUE)), quote(mean(amount,
      weight = abs(part))), quote(nth(big, 2, where = flag)))
  names(calls) <- sprintf("f%d", seq_along(calls))
  make <- function(source) rlang::inject(brief(source, lines = choice, figures = !!as.call(c(quote(c), calls))))
  whole <- as.data.frame(draw_up(make(table)))
  for (size in c(7, 60, 399, 1000)) {
    parts <- as.data.frame(draw_up(make(ledger(table, in_parts = size))))
    expect_equal(parts, whole, ignore_attr = TRUE, label = size)
  }
})
