page <- brief(tolls,
  only = toll > 0, lines = lock, figures = c(s = sum(toll)), show = top(3, s), order = falling(s)
)

test_that("stages gives the table after each section", {
  tables <- stages(page, rows = 4)
  expect_named(tables, c("source", "only", "lines", "figures", "show", "order"))
  expect_equal(
    vapply(tables, attr, 1, "rows"), c(source = 20012, only = 19566, lines = 15, figures = 15, show = 3, order = 3)
  )
  expect_true(all(vapply(tables, nrow, 1L) <= 4))
  expect_named(tables$figures, c("lock", "s"))
  expect_match(printed(tables), "After `only`: 19,566 entries")
})

test_that("what is set aside and what is used make up the whole", {
  aside <- set_aside(page, "only")
  expect_equal(nrow(aside), 20012 - 19566)
  expect_equal(as.vector(table(aside$reason)), c(sum(is.na(tolls$toll)), sum(tolls$toll <= 0, na.rm = TRUE)))
  expect_true(all(is.na(aside$toll) | aside$toll <= 0))
  hidden <- set_aside(page, "show")
  expect_equal(sort(c(hidden$s, draw_up(page)$s)), sort(draw_up(amend(page, show = NULL))$s))
  expect_match(
    said_by(set_aside(page, "order")), "no section `order` that leaves something out. It has `only` and `show`"
  )
})

test_that("workings say how each section was worked", {
  table <- workings(page)
  expect_equal(table$rows_out[table$section == "only"], 19566)
  expect_equal(table$method[table$section == "lines"], "by a table of all possible keys")
  hashed <- workings(brief(tolls, lines = c(x = toll / 7), figures = c(n = count())))
  expect_equal(hashed$method[1], "by hashing")
  sorted <- workings(brief(tolls, lines = passed_on))
  expect_equal(sorted$method, "by going through sorted rows")
  expect_match(printed(table), "rows in +rows out +method +seconds")
})
