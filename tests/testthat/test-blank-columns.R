# Blanks that hold columns: what is offered is what the section takes.
skip_if_not_installed("htmltools")
ns <- asNamespace("idleledger")
offers <- function(page, section, kind, ...) {
  desk <- ns$new_desk(page, desk_tables())
  seen <- ns$desk_view(desk)(state_of_desk(desk), section, 99)
  blank <- ns$blank(kind, ...)
  vapply(ns$room_of("blank", kind)$offers(blank, seen, list()), `[[`, "", "value")
}

test_that("columns are offered by their kinds, of the entries or of the lines", {
  expect_setequal(offers(dues, "columns", "column"), names(dues))
  expect_setequal(offers(dues, "columns", "column", of = "moment"), "paid_on")
  expect_setequal(offers(dues, "columns", "column", of = "text"), c("wharf", "goods"))
  expect_setequal(offers(by_wharf(), "order", "column"), c("wharf", "n", "dues"))
  expect_setequal(offers(by_wharf(), "figures", "entry_column", of = "measure"), c("slip", "tonnes", "rate", "due"))
  expect_setequal(offers(brief(dues, lines = c(wharf, goods), figures = c(n = count())), "footing", "key"),
    c("wharf", "goods"))
  expect_identical(offers(by_wharf(), "footing", "key"), character())
})

test_that("numbers that only count the entries come last, dates after amounts", {
  measured <- offers(dues, "columns", "column", of = "measured")
  expect_identical(utils::tail(measured, 1), "slip")
  expect_true(match("paid_on", measured) > match("due", measured))
})

test_that("another table is found by columns under one name, and by the period of a date", {
  desk <- ns$new_desk(tolls, desk_tables())
  seen <- ns$desk_view(desk)(state_of_desk(desk), "prepare", 1)
  blank <- ns$blank("match", in_table = "t")
  ways <- vapply(ns$room_of("blank", "match")$offers(blank, seen, list(t = quote(locks))), `[[`, "", "value")
  expect_identical(ways, c("lock", "c(lock, reach)"))
  by_month <- vapply(ns$room_of("blank", "match")$offers(blank, seen, list(t = quote(targets))), `[[`, "", "value")
  expect_match(by_month, "start_of\\(passed_on, \"month\"\\) == month", all = FALSE)
})
