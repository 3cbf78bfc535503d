# A line is named as its reader finds it: the place on the page that is told is the place where it stands.

test_that("a figure that is changed is told by the line where it stands, in any order and with any footing", {
  pages <- list(
    brief(tolls, lines = c(reach, lock), figures = c(n = count(), s = sum(toll))),
    brief(tolls, lines = c(reach, lock), figures = c(n = count(), s = sum(toll)), order = falling(s)),
    brief(tolls, lines = c(reach, lock), figures = c(n = count(), s = sum(toll)), footing = rollup(reach, lock)),
    brief(tolls, lines = lock, figures = c(n = count(), s = sum(toll)), show = top(5, s), order = s)
  )
  for (page in pages) for (at in c(1, 4, 5)) {
    statement <- draw_up(page)
    statement$s[at] <- statement$s[at] + 1
    found <- as.data.frame(tie_out(statement))
    wrong <- found[found$status == "differs", ]
    expect_equal(nrow(wrong), 1)
    expect_match(wrong$sentence, sprintf("line %d\\b", at))
    expect_no_match(wrong$sentence, sprintf("line (%s)\\b", paste(setdiff(1:9, at), collapse = "|")))
  }
})
