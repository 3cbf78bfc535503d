test_that("unbroken runs of dates and numbers are numbered", {
  table <- random_table(200, 6)
  table$day <- table$day + 9L * (seq_len(200) %% 3L)
  got <- windowed(table, columns = c(
    run = run_of(day, per = word), pairs = run_of(
      day, step = days(2)
    ), whole = run_of(whole, per = word), half = run_of(part, step = 0.5)
  ))
  by_hand <- function(x, per, step) {
    slow_window(table, per, function(rows) rows[order(x[rows], na.last = TRUE)], function(here, at) {
      v <- sort(unique(as.numeric(x[here])))
      if (is.na(x[here[at]])) NA else 1 + sum(diff(v) > step & v[-1] <= as.numeric(x[here[at]]))
    })
  }
  expect_equal(got$run, by_hand(table$day, "word", 1))
  expect_equal(got$pairs, by_hand(table$day, character(), 2))
  expect_equal(got$whole, by_hand(table$whole, "word", 1))
  expect_equal(got$half, by_hand(table$part, character(), 0.5))
  expect_match(flat(got), sprintf("run, pairs: %d entries have no day and no run", sum(is.na(table$day))))
})

test_that("a run is a key like any other: first and last day, and length", {
  levels <- data.frame(
    lock = rep(c("a", "b"), c(7, 3)), read_on = as.Date("2025-01-30") + c(5, 0, 1, 2, 6, 9, 9, 0, 3, 4)
  )
  got <- draw_up(brief(levels,
    lines = c(lock, run = run_of(read_on, per = lock)), figures = c(
      from = min(read_on), to = max(read_on), days = count_distinct(read_on)
    )
  ))
  expect_equal(got$run, c(1, 2, 3, 1, 2))
  expect_equal(as.numeric(got$to - got$from) + 1, c(3, 2, 1, 1, 2))
  expect_equal(got$days, c(3, 2, 1, 1, 2))
  months <- data.frame(m = as.Date(c("2025-01-31", "2025-02-28", "2025-03-31", "2025-05-31")))
  expect_equal(windowed(months, columns = c(r = run_of(m, step = months(1))))$r, c(1, 1, 2, 3))
  starts <- data.frame(m = as.Date(c("2025-01-01", "2025-02-01", "2025-03-01", "2025-05-01")))
  expect_equal(windowed(starts, columns = c(r = run_of(m, step = months(1))))$r, c(1, 1, 1, 2))
  expect_match(
    said_by(brief(tolls, columns = c(r = run_of(toll, step = days(1))))), "needs a date, and `toll` is none"
  )
  expect_match(said_by(brief(tolls, columns = c(r = run_of(passed_on, step = 0)))), "a number above 0")
})
