# Median and percentiles by definition 7.
test_that("percentiles are those of definition 7, at the ends and between", {
  table <- random_table(300, 1)
  for (p in c(0, 0.1, 0.25, 1 / 3, 0.5, 0.9, 0.999, 1)) {
    got <- draw_up(brief(table, lines = word, figures = c(q = percentile(amount, !!p))))$q
    expect_equal(got, slow(table, "word", "amount", function(x) stats::quantile(x, p, names = FALSE)))
  }
  expect_match(
    said_by(brief(table, lines = word, figures = c(q = percentile(amount, 90)))),
    "from 0 to 1, and got 90. For 90 write 0.9"
  )
  expect_match(said_by(brief(table, lines = word, figures = c(q = percentile(amount, whole)))), "takes one part")
  expect_match(
    said_by(brief(table, lines = word, figures = c(q = median(word)))), "takes a number, and `word` is text"
  )
  odd <- draw_up(
    brief(data.frame(x = c(1, NaN, 2)), lines = whole(), figures = c(m = median(x), d = count_distinct(x)))
  )
  expect_true(is.nan(odd$m))
  expect_equal(odd$d, 3L)
})
