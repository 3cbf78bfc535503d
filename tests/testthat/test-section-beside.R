test_that("windows stand beside lines, in conditions, and on a page above", {
  page <- brief(tolls, only = toll > 0,
    lines = c(reach, lock), figures = c(receipts = sum(toll)), beside = c(place = rank(falling(receipts), per = reach)),
    show = c(place <= 2, receipts > mean(receipts)), order = c(reach, place)
  )
  got <- draw_up(page)
  direct <- draw_up(
    amend(
      page,
      beside = NULL,
      show = c(rank(falling(receipts), per = reach) <= 2, receipts > mean(receipts)),
      order = c(reach, falling(receipts))
    )
  )
  expect_equal(got$receipts, direct$receipts)
  above <- draw_up(brief(page, lines = reach, figures = c(n = count(), best = min(place))))
  expect_true(all(above$best == 1 & above$n <= 2))
  expect_true(all_tie(tie_out(page)))
})

test_that("a whole page of windows ties out, and a wrong one is found", {
  daily <- brief(tolls, lines = passed_on, figures = c(receipts = sum(toll)))
  page <- brief(daily, along = passed_on, beside = c(
    to_date = running(sum(receipts)), week = rolling(mean(receipts), days(7)), rows = rolling(max(receipts), 7),
    change = receipts - lag(receipts), year = earlier(
      receipts, years(1)
    ), run = run_of(passed_on), place = rank(falling(receipts)),
    part = share(receipts), above = sum(receipts), month = rolling(sum(receipts), months(1), partial = TRUE)
  ))
  proof <- tie_out(page)
  expect_true(all_tie(proof))
  expect_match(flat(proof), "Windows: 10 figures beside 200 entries (a seeded sample)", fixed = TRUE)
  windows <- asNamespace("idleledger")$rooms$window
  sound <- windows[["rank"]]
  withr::defer(assign("rank", sound, envir = windows))
  broken <- sound
  broken$work <- function(node, table) sound$work(node, table) + 1L
  assign("rank", broken, envir = windows)
  wrong <- tie_out(page)
  expect_false(all_tie(wrong))
  expect_match(flat(wrong), "of the cells 200 differ, first `place`")
})

test_that("columns see entries, keys may be windows, and the page's defaults hold", {
  got <- draw_up(brief(tolls, per = lock, along = passed_on,
    columns = c(n = row_number(passed_on), part = share(toll), all = sum(toll, per = whole())), only = n == 1
  ))
  expect_equal(nrow(got), length(unique(tolls$lock)))
  expect_true(length(unique(got$all)) == 1)
  firsts <- draw_up(brief(tolls, lines = c(first = row_number(passed_on, per = lock) == 1), figures = c(n = count())))
  expect_equal(firsts$n[2], length(unique(tolls$lock)))
  expect_equal(draw_up(brief(tolls[0, ], columns = c(a = rank(toll), b = share(toll))))$a, integer())
  expect_equal(draw_up(brief(tolls[1, ], columns = c(a = rank(toll), b = share(toll))))$b, 1)
})

test_that("wrong places and names are refused in words", {
  expect_match(said_by(brief(tolls, beside = c(toll = rank(toll)))), "`toll` is a column already")
  expect_match(said_by(brief(tolls, beside = rank(toll))), "needs a name")
  expect_match(said_by(brief(tolls, per = c(a = lock))), "takes columns without names")
  expect_match(said_by(brief(tolls, per = lok, columns = c(a = rank(toll)))), "there is no column `lok`")
  expect_match(
    said_by(brief(tolls, lines = lock, figures = c(s = sum(toll)), beside = c(r = rank(toll)))),
    "no single value per line"
  )
})
