# The figures of a page over other groupings of its entries: subtotals, others, wider groups.
test_that("a figure that does not add up is worked from the entries at every level", {
  page <- brief(tolls, lines = c(reach, lock), figures = c(m = median(toll), d = count_distinct(craft),
    r = sum(toll) / count()),
    footing = rollup(reach, lock), show = top(1, m, per = reach, others = TRUE))
  drawn <- as.data.frame(draw_up(page))
  upper <- tolls[tolls$reach %in% "Upper", ]
  sub <- drawn[drawn$line_kind == "subtotal" & drawn$reach %in% "Upper", ]
  expect_equal(sub$m, median(upper$toll, na.rm = TRUE))
  expect_equal(sub$d, length(unique(upper$craft[!is.na(upper$craft)])))
  expect_equal(sub$r, sum(upper$toll, na.rm = TRUE) / nrow(upper))
  best <- drawn$lock[drawn$line_kind == "line" & drawn$reach %in% "Upper"]
  rest <- upper[!upper$lock %in% best, ]
  others <- drawn[drawn$line_kind == "others" & drawn$reach %in% "Upper", ]
  expect_equal(others$m, median(rest$toll, na.rm = TRUE))
})

test_that("the base of a share that does not add up is the wider group's own figure", {
  page <- brief(tolls, lines = c(reach, lock), figures = c(d = count_distinct(passed_on)),
    beside = c(p = share(d, per = reach)))
  drawn <- draw_up(page)
  whole <- tapply(tolls$passed_on, tolls$reach, function(x) length(unique(x)))
  known <- !is.na(drawn$reach)
  expect_equal(drawn$p[known], as.vector(drawn$d[known] / whole[drawn$reach[known]]))
})
