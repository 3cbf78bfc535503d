# The lines of a draw-up: which are whose, which are shown.
ns <- asNamespace("idleledger")

test_that("own lines, subtotals and others part the lines, and entries of groups add up to those used", {
  page <- brief(tolls, only = toll > 0, lines = c(reach, lock), figures = c(s = sum(toll)),
    footing = rollup(reach, lock),
    show = top(2, s, per = reach, others = TRUE))
  lines <- ns$work_brief(page)$lines
  own <- ns$own_lines(lines)
  expect_setequal(c(own, which(ns$is_subtotal(lines)), which(ns$is_others(lines))), seq_len(lines$n))
  expect_identical(sum(ns$line_entries(lines)), as.numeric(sum(tolls$toll > 0, na.rm = TRUE)) + 0L, ignore_attr = TRUE)
  shown <- ns$display_rows(ns$work_brief(page))
  expect_identical(anyDuplicated(shown), 0L)
  expect_true(all(lines$shown[shown]))
  expect_identical(ns$hidden_lines(lines), sum(!lines$shown[own]))
})

test_that("a crossed line without entries has no group, and counts none", {
  few <- dues[1:7, ]
  lines <- ns$work_brief(brief(few, lines = crossed(wharf, goods), figures = c(n = count())))$lines
  expect_lt(ns$size_of_groups(lines$groups), lines$n)
  expect_identical(sum(lines$columns$n), 7L)
})
