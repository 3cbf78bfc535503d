# Conditions across tables.
locks <- data.frame(wharf = c("Alder", "Dyer", NA, "Elm"), open = c(TRUE, FALSE, TRUE, TRUE),
  since = as.Date("2025-02-01"))

test_that("a partner is a line with the same keys, and a missing key has none", {
  table <- dues_at("wharf", c(9, 10), NA)
  expect_identical(draw_up(brief(table, columns = c(x = has_partner(locks, match = wharf))))$x,
    table$wharf %in% c("Alder", "Dyer"))
  expect_identical(draw_up(brief(table, only = !has_partner(locks, match = wharf)))$slip,
    table$slip[!table$wharf %in% c("Alder", "Dyer")])
})

test_that("a value stands in a column elsewhere, and is missing where it is itself", {
  table <- dues_at("wharf", c(9, 10), NA)
  got <- draw_up(brief(table, columns = c(x = wharf %in% column_of(locks, wharf))))$x
  expect_identical(got[-c(9, 10)], table$wharf[-c(9, 10)] %in% c("Alder", "Dyer"))
  expect_match(said_by(brief(dues, columns = c(x = column_of(locks, wharf)))), "stands to the right of %in%: ")
  expect_match(said_by(brief(dues, only = wharf %in% column_of(locks, lock))), "no column `lock`")
  expect_match(said_by(brief(dues, only = slip %in% column_of(locks, wharf))), "text|kind|equal")
})

test_that("what is wrong with a match is told", {
  cases <- list(
    list(quote(has_partner(locks)), "says no `match`.*match = wharf"), list(quote(has_partner(nosuch, match = wharf)),
      "nosuch"),
    list(quote(has_partner(locks, match = slip)), "slip"), list(quote(has_partner(locks, match = c(wharf == open))),
      "never be equal")
  )
  for (case in cases) expect_match(said_by(rlang::inject(brief(dues, only = !!case[[1]]))), case[[2]],
    label = deparse1(case[[1]]))
})
