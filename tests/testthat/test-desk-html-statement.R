# The statement under the sentence, so many rows as are in view.

skip_if_not_installed("htmltools")

test_that("large pages come in pieces, each where it belongs", {
  desk <- idleledger:::new_desk(data.frame(k = sprintf("key %06d", 1:5000), x = 1:5000))
  for (first in list(1, 2500, 4990, -5, 1e12, NA, "a")) {
    rows <- answer(desk, do = "rows", first = first)$rows
    at <- as.integer(regmatches(rows$html, gregexpr("(?<=key )[0-9]{6}", rows$html, perl = TRUE))[[1]])
    expect_equal(at, seq(rows$first, length.out = 120))
  }
  none <- idleledger:::new_desk(data.frame(k = character(), x = numeric()))
  expect_equal(answer(none, do = "rows", first = 3)$rows$html, "")
  expect_match(answer(none, do = "hello")$face, "0 rows")
})

test_that("headings sort where they can, cells can be followed, and the size of the page is said", {
  desk <- idleledger:::new_desk(by_wharf(only = due > 5, show = top(2, dues), order = falling(dues)))
  face <- answer(desk, do = "hello")$face
  left <- sum(dues$due <= 5)
  expect_match(face, sprintf("2 rows, from %d entries, %d left out, 2 lines hidden", 360 - left, left))
  expect_match(face, "aria-sort=\"descending\"")
  expect_length(gregexpr("data-do=\"sort\"", face)[[1]], 3)
  expect_length(gregexpr("data-do=\"behind\"", face)[[1]], 6)
  answer(desk, do = "sort", column = "wharf")
  expect_match(answer(desk, do = "hello")$face, "aria-sort=\"ascending\"")
})

test_that("a crosstab has its figures under common heads", {
  desk <- idleledger:::new_desk(brief(dues, lines = c(wharf, goods), figures = c(n = count(), s = sum(due)),
    abreast = goods))
  face <- answer(desk, do = "hello")$face
  expect_length(gregexpr("scope=\"colgroup\" class=\"over\" colspan=\"2\"", face)[[1]], 4)
})
