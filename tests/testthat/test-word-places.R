# A word in a wrong place is told where it belongs.

test_that("each word of a particular place, each format, preparation and chart says where it belongs", {
  ns <- asNamespace("idleledger")
  calls <- unlist(regmatches(names(ns$special_words), gregexpr("[a-z_]+(?=[(])", names(ns$special_words), perl = TRUE)))
  wrong <- function(name) {
    said_by(rlang::inject(brief(tolls, lines = lock, figures = c(n = count()), show = 2 > !!call(name, quote(n)))))
  }
  for (name in setdiff(calls, c("c", "given", "whole"))) {
    expect_match(wrong(name), sprintf("%s\\(\\) has no place here.*%s\\(.* is for another place", name, name))
  }
  for (kind in c("preparation", "format", "chart")) for (name in ns$listed_rooms(kind)) {
    if (name %in% ns$rooms_of("row")) next
    expect_match(wrong(name), sprintf("no place here.*%ss: in `", kind), label = name)
  }
  expect_match(wrong("nonsense"), "there is no function `nonsense`")
  expect_match(wrong("\\E(["), "there is no function")
})

test_that("top() and bottom() say how the smallest and the largest are shown", {
  for (type in c("top", "bottom")) for (way in c("falling", "rising")) {
    expr <- call(type, 3, call(way, quote(n)))
    said <- said_by(rlang::inject(brief(tolls, lines = lock, figures = c(n = count()), show = !!expr)))
    expect_match(said, paste0(type, "() takes a figure as it stands"), fixed = TRUE)
    expect_match(said, "top(3, n) shows the largest, bottom(3, n) the smallest.", fixed = TRUE)
  }
})
