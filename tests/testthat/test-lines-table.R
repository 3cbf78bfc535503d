# The lines of a page as a table that windows work on.
test_that("windows on lines see the figures, and on entries the columns", {
  lines <- draw_up(by_wharf(beside = c(place = rank(falling(dues)), part = share(n))))
  expect_equal(lines$place, rank(-lines$dues))
  expect_identical(lines$part, lines$n / 360)
  entries <- draw_up(brief(dues[1:20, ], beside = c(k = rank(falling(due)))))
  expect_equal(as.numeric(entries$k), rank(-dues$due[1:20], ties.method = "min"))
})

test_that("on a footed page lines are compared with those of their level", {
  page <- brief(tolls, lines = c(reach, lock), figures = c(s = sum(toll)), footing = rollup(reach, lock),
    beside = c(k = rank(falling(s)), p = share(s)))
  got <- draw_up(page)
  for (over in unique(got$summed_over)) {
    here <- got[got$summed_over == over, ]
    expect_equal(as.numeric(here$k), rank(-here$s, ties.method = "min"), label = over)
    expect_equal(sum(here$p), 1, label = over)
  }
})
