# Shares whose base is not what a reader takes it for.
parts <- function(table, ...) brief(table, lines = wharf, figures = c(s = sum(due)), beside = c(p = share(s)), ...)
brook <- dues$wharf == "Brook"

test_that("a base that `only` cut is told with how much is missing, where it is a twentieth or more", {
  expect_told("share_bases", parts(dues, only = wharf != "Brook"), parts(dues, only = due > 0),
    sprintf("is what `only` kept; it left out 90 entries \\(they carry s 1,175.66\\), which is %.0f%% of all",
      100 * sum(dues$due[brook]) / sum(dues$due)))
  expect_clean(parts(dues, only = slip != 5009))
})

test_that("a base with hidden lines is told with what the shown ones make", {
  top <- sort(tapply(dues$due, dues$wharf, sum), decreasing = TRUE)
  expect_told("share_bases", parts(dues, show = top(2, s)), parts(dues, show = top(4, s)),
    sprintf("the 2 lines shown make %.1f%% by `p`; the base holds the 2 lines that `show` hides", 100 *
      sum(top[1:2]) / sum(top)))
  expect_clean(parts(dues, show = top(2, s, others = TRUE)))
})

test_that("a base with parts below zero, and one that nearly cancels, is told with its sum and its size", {
  below <- dues_with(due = ifelse(brook, -dues$due, dues$due))
  expect_told("share_bases", parts(below), parts(dues), sprintf("it is %s, and its parts without their signs 4,568.16",
    format(sum(below$due), big.mark = ",")))
  cancels <- dues_with(due = replace(round(dues$due), 9, -sum(round(dues$due)) + round(dues$due[9]) + 1))
  expect_told("share_bases", parts(cancels), parts(dues), "the base of `p` has values below and above zero.*it is 1,")
})

test_that("a share of shares is told, on one page and on the page above", {
  expect_told("share_bases", brief(parts(dues), beside = c(q = share(p))), brief(parts(dues), beside = c(q = share(s))),
    "`q` is a share of `p`, which is a share already")
  twice <- brief(dues, lines = wharf, figures = c(s = sum(due)), beside = c(p = share(s), q = share(p)))
  expect_told("share_bases", twice, parts(dues), "`q` is a share of `p`")
})
