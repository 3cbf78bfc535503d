# A brief as the source of another: its shown lines are the entries of the next page.
test_that("what is shown below is what is seen above, without subtotals, hidden lines or the rest", {
  below <- by_wharf(footing = rollup(wharf), show = top(2, dues), order = falling(dues))
  above <- draw_up(brief(below))
  expect_identical(above$wharf, names(sort(tapply(dues$due, dues$wharf, sum), decreasing = TRUE))[1:2])
  total <- draw_up(brief(below, lines = whole(), figures = c(s = sum(dues))))
  expect_equal(total$s, sum(above$dues))
})

test_that("values are supplied, tables changed and pages narrowed all the way down", {
  below <- brief(dues, only = due > given(least), lines = wharf, figures = c(s = sum(due)))
  above <- brief(below, lines = whole(), figures = c(t = sum(s)))
  expect_equal(draw_up(supply(above, least = 20))$t, sum(dues$due[dues$due > 20]))
  narrowed <- narrow(supply(above, least = 20), wharf == "Alder")
  expect_equal(draw_up(narrowed)$t, sum(dues$due[dues$due > 20 & dues$wharf == "Alder"]))
})
