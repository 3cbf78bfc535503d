

test_that("days of times are those of their own zone", {
  times <- data.frame(t = as.POSIXct("2025-03-30 22:30:00", tz = "UTC") + c(0, 3600, 7200))
  attr(times$t, "tzone") <- "Europe/Paris"
  got <- draw_up(brief(times, lines = c(d = as_date(t)), figures = c(n = count(), last = max(t))))
  expect_equal(got$d, as.Date("2025-03-31"))
  expect_identical(attr(got$last, "tzone"), "Europe/Paris")
})

test_that("64-bit whole numbers compare, filter and group without loss", {
  x <- bit64::as.integer64(c("9007199254740993", "9007199254740992", NA, "-5"))
  got <- draw_up(
    brief(data.frame(x), only = x > 0L, lines = x, figures = c(n = count(), d = mean(x)))
  )
  expect_identical(as.character(got$x), c("9007199254740992", "9007199254740993"))
  sums <- draw_up(
    brief(data.frame(x), columns = c(y = x - 1L, z = -x), lines = whole(), figures = c(y = max(y), z = min(z)))
  )
  expect_identical(as.character(sums$y), "9007199254740992")
  expect_identical(as.character(sums$z), "-9007199254740993")
})

test_that("a ledger, a look and a page below may be sources too", {
  book <- ledger(tolls)
  expect_identical(ledger(book), book)
  page <- brief(book, lines = lock, figures = c(n = count()))
  expect_equal(look(page)$entries, 15)
  third <- brief(brief(page, only = n > 1000), lines = whole(), figures = c(locks = count(), n = sum(n)))
  counts <- table(tolls$lock, useNA = "ifany")
  expect_equal(draw_up(third)$n, sum(counts[counts > 1000]))
  expect_match(printed(third), "another page")
  drawn <- draw_up(page)
  expect_equal(draw_up(brief(drawn, lines = whole(), figures = c(s = sum(n))))$s, 20012)
})

test_that("wrappers pass their dots and values into a brief", {
  by_lock <- function(...) draw_up(brief(tolls, lines = lock, figures = c(n = count(), ...)))
  expect_named(by_lock(s = sum(toll), m = max(toll)), c("lock", "n", "s", "m"))
  by_any <- function(column) draw_up(brief(tolls, lines = {{ column }}, figures = c(n = count())))
  expect_equal(by_any(reach)$n, as.vector(table(tolls$reach)))
  usual <- quoted(n = count())
  both <- function(x) draw_up(brief(tolls, lines = reach, figures = c(x, top = max(toll))))
  expect_named(both(usual), c("reach", "n", "top"))
})

test_that("a room that does not answer all it owes is refused", {
  room <- asNamespace("idleledger")$room
  expect_error(room("odd", "figure", args = alist(x = )), "figure room 'odd' does not answer: takes, gives, fold")
})
