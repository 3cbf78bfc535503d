# The edge of a top n: lines that tie with the last one.
places <- data.frame(lock = letters[1:5], reach = c("U", "U", "L", "L", "L"), toll = c(9, 7, 5, 5, 1))
apart <- transform(places, toll = c(9, 7, 5, 4, 1))
edge <- function(table, show, ...) {
  rlang::inject(brief(table, lines = c(lock, reach), figures = c(t = sum(toll)), show = !!show, ...))
}

test_that("a top or a bottom that ties at its edge is told with how many lines it shows", {
  expect_told("edges", edge(places, quote(top(3, t))), edge(apart, quote(top(3, t))), "top\\(3\\) by t shows 4 lines")
  expect_told("edges", edge(places, quote(bottom(2, t))), edge(apart, quote(bottom(2, t))),
    "bottom\\(2\\) by t shows 3 lines")
  expect_told("edges", edge(places, quote(top(1, t, per = reach))), edge(apart, quote(top(1, t, per = reach))),
    "shows 3 lines, since lines tie at its edge in 1 of 2 groups")
})

test_that("ties elsewhere, and ties that the order of entry decides, are none of this rule's", {
  for (show in list(quote(top(2, t)), quote(top(4, t)), quote(bottom(1, t)), quote(top(9, t)))) {
    expect_clean(edge(places, show), deparse1(show))
  }
  said <- findings(edge(places, quote(top(3, t, ties = "by_entry"))))
  expect_match(said$sentence[said$rule %in% "edges"], "the order of entry decides")
})
