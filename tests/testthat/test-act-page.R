# What can be done to the page as a whole: sorting, narrowing, repairs.
skip_if_not_installed("htmltools")

test_that("a heading sorts largest first, then smallest first, then as it was; text the other way round", {
  desk <- idleledger:::new_desk(by_wharf())
  by_dues <- names(sort(tapply(dues$due, dues$wharf, sum)))
  for (expected in list(rev(by_dues), by_dues, sort(by_dues))) {
    act(desk, "sort", list(column = "dues"))
    expect_identical(desk$statement$wharf, expected)
  }
  for (expected in list(sort(by_dues), rev(sort(by_dues)), sort(by_dues))) {
    act(desk, "sort", list(column = "wharf"))
    expect_identical(desk$statement$wharf, expected)
  }
  expect_match(said_by(act(desk, "sort", list(column = "nosuch"))), "cannot be sorted by \"nosuch\"")
})

test_that("narrowing shows a part of the ledger, and widening all of it again", {
  page <- brief(tolls, lines = c(month = start_of(passed_on, "month"), lock), figures = c(n = count()),
    footing = rollup(month, lock))
  desk <- idleledger:::new_desk(page)
  lines <- desk$drawn$lines
  for (line in c(1, which(is.na(lines$columns$lock))[1], which(lines$line_kind == "subtotal")[3])) {
    wanted <- desk$statement$n[match(line, idleledger:::display_rows(desk$drawn))]
    act(desk, "narrow", list(conditions = idleledger:::conditions_of_line(desk$drawn, line)))
    expect_equal(sum(desk$statement$n[desk$statement$line_kind == "line"]), wanted)
    act(desk, "widen")
    expect_equal(as.data.frame(desk$statement), as.data.frame(draw_up(page)))
  }
})

test_that("repairs are taken over, and what is accepted is said", {
  desk <- idleledger:::new_desk(brief(tolls, lines = reach, figures = c(receipts = sum(toll))))
  find <- function(rule) Find(function(check) identical(check$rule, rule), idleledger:::desk_tie_out(desk)$checks)
  act(desk, "repair", list(check = find("copies")))
  expect_equal(nrow(tolls) - attr(desk$statement, "idle")$used, 12)
  expect_null(find("copies"))
  act(desk, "accept", list(check = find("standouts"), text = "a refund"))
  expect_equal(find("standouts")$status, "accepted")
})
