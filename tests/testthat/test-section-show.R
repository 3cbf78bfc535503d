scores <- data.frame(
  team = rep(c("red", "blue"), each = 5), who = letters[1:10],
  points = c(5, 9, 9, 3, NA, 7, 7, 7, 1, 2)
)
page <- brief(scores, lines = c(team, who), figures = c(p = sum(points)))

test_that("top keeps ties unless told otherwise, per group and over all", {
  shown <- function(...) draw_up(amend(page, ...))$who
  expect_equal(shown(show = top(1, p, per = team)), c("f", "g", "h", "b", "c"))
  expect_equal(shown(show = top(1, p, per = team, ties = "by_entry")), c("f", "b"))
  expect_equal(shown(show = top(3, p)), c("f", "g", "h", "b", "c"))
  expect_equal(shown(show = bottom(2, p)), c("i", "j"))
  expect_equal(shown(show = c(top(3, p), team == "red")), c("b", "c"))
  expect_equal(shown(show = p < 3 | is_missing(p)), c("i", "j", "e"))
  expect_match(printed(draw_up(amend(page, show = top(1, p)))), "1 line with no p could not be placed")
})

test_that("others are gathered in a line recomputed from the entries, and sorted last", {
  long <- brief(tolls,
    lines = c(reach, lock), figures = c(n = count(), typical = mean(toll)),
    show = top(2, n, per = reach, others = TRUE), order = c(reach, n)
  )
  got <- draw_up(long)
  rest <- got[got$line_kind == "others", ]
  expect_equal(rest$reach, c("Lower", "Middle", "Upper"))
  expect_true(all(is.na(rest$lock)))
  shown <- got[got$line_kind == "line", ]
  for (reach in rest$reach) {
    here <- which(tolls$reach == reach & !tolls$lock %in% shown$lock)
    expect_equal(rest$n[rest$reach == reach], length(here))
    expect_equal(rest$typical[rest$reach == reach], mean(tolls$toll[here], na.rm = TRUE))
  }
  expect_identical(got$line_kind, rep(c("line", "line", "others"), 3))
  expect_match(printed(got), "\\(others\\)")
  expect_true(all_tie(tie_out(long)))
  overall <- draw_up(amend(long, show = top(2, n, others = TRUE), order = falling(typical)))
  expect_equal(sum(overall$n), nrow(tolls))
  expect_identical(overall$line_kind, c("line", "line", "others"))
  expect_match(said_by(draw_up(brief(scores, show = top(1, points, others = TRUE)))), "needs `lines`")
})

test_that("order sorts lines both ways, missing last, ties in key order", {
  got <- draw_up(amend(page, order = falling(p)))
  expect_equal(got$who, c("b", "c", "f", "g", "h", "a", "d", "j", "i", "e"))
  expect_equal(
    draw_up(amend(page, order = c(falling(team), p)))$who, c("d", "a", "b", "c", "e", "i", "j", "f", "g", "h")
  )
  expect_match(said_by(amend(page, order = c(a = p))), "an order has no name")
})

test_that("a line without a value to go by is never among the first, however few there are", {
  table <- data.frame(k = letters[1:5], x = c(3, NA, 1, NA, 2))
  for (n in 1:5) {
    for (ties in c("keep", "by_entry")) {
      page <- eval(bquote(brief(table, lines = k, figures = c(s = sum(x)), show = top(.(n), s, ties = .(ties)))))
      drawn <- draw_up(page)
      expect_identical(drawn$k, c("a", "c", "e")[rank(-c(3, 1, 2)) <= n], info = paste(n, ties))
      expect_match(flat(drawn), "2 lines with no s could not be placed")
    }
  }
  drawn <- draw_up(brief(table, lines = k, figures = c(s = sum(x)), show = top(part(0.5), s)))
  expect_identical(drawn$k, c("a", "e"))
})
