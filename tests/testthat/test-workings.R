# Workings count as the page does: what leaves a section comes to the next, and the last has the lines.

test_that("rows that leave a section are those that come to the next, as its stages show them", {
  pages <- list(
    brief(tolls, prepare = strike_duplicates(), columns = c(dear = toll > 20), only = c(toll > 0, !is_missing(reach)),
      lines = c(reach, lock), figures = c(n = count(), s = sum(toll)), footing = rollup(reach, lock),
      beside = c(r = rank(falling(s))), show = n > 100, order = falling(s)),
    brief(tolls, only = toll > 1e9, lines = lock, figures = c(n = count())),
    brief(tolls[0, ], lines = lock, figures = c(n = count())), brief(tolls, only = reach == "Upper")
  )
  for (page in pages) {
    worked <- as.data.frame(workings(page))
    if (nrow(worked) == 0) next
    expect_equal(worked$rows_in[1], attr(stages(page)$source, "rows"))
    expect_equal(worked$rows_in[-1], worked$rows_out[-nrow(worked)])
    expect_true(all(worked$seconds >= 0))
    rows <- vapply(unclass(stages(page))[worked$section], attr, 1L, "rows")
    expect_equal(unname(rows), worked$rows_out)
    expect_output(print(workings(page)), "Workings, with [0-9]+ thread")
  }
})
