# Counts: of entries, of values filled in, of those missing.
test_that("entries, values and missing ones add up, in every kind of column, and of nothing are none", {
  for (n in c(0, 1, 60)) {
    table <- random_table(n, n + 2)
    for (name in names(table)) {
      got <- rlang::inject(draw_up(brief(table, lines = whole(), figures = c(n = count(), x = count(!!as.name(name)),
        m = count_missing(!!as.name(name)), w = count(where = whole > 0)))))
      expect_identical(c(got$n, got$x, got$m), as.integer(c(n, sum(!is.na(table[[name]])), sum(is.na(table[[name]])))),
        label = name)
      expect_identical(got$w, sum(table$whole > 0, na.rm = TRUE))
    }
  }
})

test_that("a condition for a value is told, and made entries are none of the ledger's", {
  expect_match(said_by(brief(dues, lines = wharf, figures = c(n = count(due > 5)))),
    "count\\(\\) of a condition counts where it is known.*count\\(where = due > 5\\)")
  gap <- dues[dues$paid_on != "2025-02-02", ]
  filled <- draw_up(brief(gap, prepare = fill_calendar(paid_on, "day"), lines = whole(), figures = c(n = count(),
    all = count(made), dear = count(where = due > 15))))
  expect_identical(c(filled$n, filled$all, filled$dear), c(356L, 357L, sum(gap$due > 15)))
})
