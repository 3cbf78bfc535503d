# Which entries count, after several sections have left some out.

test_that("rows left out twice are still found by their place in the source", {
  wide <- data.frame(lock = c("a", "b", "c"), jan = c(1, NA, 3), feb = c(NA, 5, 6))
  page <- brief(wide, prepare = unpivot(keep = lock, names = month, values = x, empty = "drop"),
    columns = c(double = 2 * x), only = x > 1
  )
  drawn <- draw_up(page)
  expect_equal(drawn$x, c(5, 3, 6))
  expect_identical(drawn$lock, c("b", "c", "c"))
  expect_equal(drawn$double, c(10, 6, 12))
  left <- set_aside(page, "only")
  expect_equal(left$x, 1)
  expect_equal(left$lock, "a")
  twice <- idleledger:::new_entries(brief(data.frame(a = 1:6)))
  twice <- idleledger:::take_entries(idleledger:::take_entries(twice, c(2L, 4L, 6L)), 2:3)
  expect_identical(idleledger:::rows_in_source(twice, 1:2), c(4L, 6L))
  expect_identical(idleledger:::entry_column(twice, "a"), c(4L, 6L))
})

test_that("taking entries or adding a column leaves what was there before", {
  entries <- idleledger:::new_entries(brief(data.frame(a = 1:3)))
  before <- idleledger:::entry_column(entries, "a")
  fewer <- idleledger:::take_entries(entries, 2L)
  other <- idleledger:::add_entry_column(entries, "a", 4:6)
  expect_identical(idleledger:::entry_column(entries, "a"), before)
  expect_identical(idleledger:::entry_column(fewer, "a"), 2L)
  expect_identical(idleledger:::entry_column(other, "a"), 4:6)
})

test_that("whatever prepares them, entries are found in their source, used or set aside", {
  steps <- list(
    none = NULL, doubles = quote(strike_duplicates(id)), calendar = quote(fill_calendar(day, "day")),
    both = quote(c(strike_duplicates(id), fill_calendar(day, "day")))
  )
  for (seed in seq_len(rounds(30))) {
    set.seed(seed)
    n <- sample(2:30, 1)
    entries <- data.frame(id = sample(n, n, TRUE), day = as.Date("2026-01-01") + sample(20, n, TRUE),
      v = sample(9, n, TRUE))
    for (step in steps) {
      page <- rlang::inject(brief(entries, prepare = !!step, only = v > 4, lines = whole(), figures = c(n = count())))
      used <- if (any(entries$v > 4)) as.data.frame(entries_behind(page)) else entries[0, ]
      expect_identical(used[c("id", "day", "v")], entries[used$entry, ], ignore_attr = TRUE, info = seed)
      sections <- c(if (!is.null(step)) "prepare", "only")
      aside <- unlist(lapply(sections, function(section) as.data.frame(set_aside(page, section))$entry))
      expect_identical(sort(c(used$entry, aside[!is.na(aside)])), seq_len(n), info = paste(seed, deparse1(step)))
    }
  }
})
