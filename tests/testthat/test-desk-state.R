# The state of the desk: parts that rest, names that go along.

skip_if_not_installed("htmltools")

test_that("a part switched off lets others rest, and all stand again when it is back", {
  page <- brief(tolls, lines = c(reach, lock), figures = c(receipts = sum(toll), n = count()), footing = rollup(reach,
    lock), beside = c(part = share(receipts), twice = part * 2), order = falling(part), show = receipts > 10)
  desk <- idleledger:::new_desk(page)
  act(desk, "switch", list(section = "figures", index = 1))
  resting <- unlist(lapply(state_of_desk(desk)$parts, lapply, function(part) part$rests))
  expect_length(resting, 4)
  expect_match(resting[["beside1"]], "receipts")
  expect_named(as.data.frame(desk$statement), c("reach", "lock", "n", "line_kind", "summed_over"))
  act(desk, "switch", list(section = "figures", index = 1))
  expect_equal(as.data.frame(desk$statement), as.data.frame(draw_up(page)))
  expect_equal(unlist(lapply(state_of_desk(desk)$parts, lapply, function(part) part$rests)), NULL)
})

test_that("a new name goes wherever the old one stood", {
  page <- brief(tolls, columns = c(day = weekday(passed_on)), only = day < 6, lines = c(day, lock), figures = c(
    toll = sum(toll), share_of = toll / count()), beside = c(rank_of = rank(falling(toll), per = day)),
    layout = c(Day = day, toll, rest()), control = c(toll = 1))
  desk <- idleledger:::new_desk(page)
  act(desk, "rename", list(section = "figures", index = 1, text = "receipts"))
  act(desk, "rename", list(section = "columns", index = 1, text = "workday"))
  texts <- vapply(unlist(state_of_desk(desk)$parts, recursive = FALSE), function(part) idleledger:::item_text(part), "")
  expect_equal(unname(texts), c(
    "workday = weekday(passed_on)", "workday < 6", "workday", "lock", "receipts = sum(toll)",
    "share_of = receipts/count()", "rank_of = rank(falling(receipts), per = workday)", "Day = workday", "receipts",
    "rest()", "receipts = 1"
  ))
  expect_error(act(desk, "rename", list(section = "figures", index = 1, text = " ")), class = "idle_no_name")
  expect_error(act(desk, "rename", list(section = "only", index = 1, text = "x")), class = "idle_no_name")
})

test_that("a desk opens on a table, a page and other tables, and gives the same page", {
  page <- by_wharf(only = due > 5, order = falling(dues))
  state <- idleledger:::state_of(page, desk_tables())
  expect_identical(idleledger:::brief_of_parts(state, state$parts)$checked, page$checked)
  expect_setequal(names(state$tables), c("locks", "targets"))
  expect_identical(idleledger:::state_of(dues)$parts, list())
})

test_that("a part that is not there is told, and taking away the last leaves no empty section", {
  state <- idleledger:::state_of(by_wharf())
  for (index in list(0, 3, NA, "1", 1:2, NULL)) {
    expect_match(said_by(idleledger:::without_part(state, "figures", index)), "no such part of the sentence")
  }
  expect_null(idleledger:::without_part(state, "lines", 1)$parts$lines)
  expect_length(idleledger:::without_part(state, "figures", 1)$parts$figures, 1)
})
