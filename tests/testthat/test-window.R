test_that("every window works on no rows, one row, and a row a group", {
  calls <- expression(
    row_number(x), rank(x), dense_rank(falling(x)), percent_rank(x), cume_dist(x), ntile(3, x), running(sum(x)),
    rolling(mean(x), 3), rolling(max(x), days(7)), rolling(
      median(x), 3, partial = TRUE
    ), running(listed(w)), lag(x), lead(w),
    earlier(
      x, years(1)
    ), carried(w), first_value(x), last_value(w), nth_value(x, 2), share(x), run_of(x), sum(x, per = w),
    count_distinct(w), running(mode(w)), rolling(sd(x), 2), running(last_value(w) == first_value(w))
  )
  full <- data.frame(x = c(2, NA, -1), w = c("a", NA, "b"), day = as.Date("2025-01-01") + c(0, NA, 5))
  for (call in calls) {
    for (rows in list(0, 1, 2, 1:3)) {
      got <- windowed(full[rows[rows > 0], ], per = w, along = day, columns = c(v = !!call))
      expect_equal(nrow(got), sum(rows > 0))
      page <- brief(full[rows[rows > 0], ], per = w, along = day, beside = c(v = !!call))
      expect_true(all_tie(tie_out(page)), label = deparse1(call))
    }
  }
})

test_that("any order of the rows gives the same windows, with any number of threads", {
  table <- random_table(70000, 21)
  table$id <- seq_len(70000)
  columns <- quoted(
    a = running(sum(amount), along = c(day, id)), b = rolling(mean(part), 50, along = c(day, id)),
    c = rank(falling(amount), per = word), d = lag(amount, along = c(moment, falling(id)), per = choice),
    e = rolling(max(amount), days(2), along = day, per = flag), f = ntile(10, amount, id)
  )
  reference <- windowed(table, columns = columns)
  shuffled <- table[withr::with_seed(4, sample(70000)), ]
  for (threads in c(1, 2, 7)) {
    withr::local_options(idleledger.threads = threads)
    got <- windowed(shuffled, columns = columns)
    expect_identical(as.list(got[order(got$id), letters[1:6]]), as.list(reference[letters[1:6]]))
  }
})

test_that("many small groups and values that are no number", {
  table <- data.frame(g = rep(1:30000, each = 2), x = c(1, NaN, Inf, -Inf, 5, 6), i = 1:60000)
  got <- windowed(table, per = g, along = i, columns = c(
    s = running(sum(x)), r = rank(x), m = rolling(max(x), 2), l = lead(x), q = running(median(x))
  ))
  expect_equal(got$s[1:6], c(1, NaN, Inf, NaN, 5, 11))
  expect_equal(got$r[1:6], c(1, 2, 2, 1, 1, 2))
  expect_equal(got$m[1:6], c(NA, NaN, NA, Inf, NA, 6))
  expect_equal(got$l[1:6], c(NaN, NA, -Inf, NA, 6, NA))
  expect_equal(got$q[5:6], c(5, 5.5))
  expect_equal(got$s, rep(got$s[1:6], 10000))
})

test_that("cumulative shares, windows in windows, and a page from a statement", {
  table <- data.frame(k = letters[1:4], x = c(1, 4, 2, 3))
  got <- windowed(table, columns = c(
    upto = running(sum(x), along = falling(x)) / sum(x), jump = running(
      max(x - lag(x, along = entered())), along = entered()
    )
  ))
  expect_equal(got$upto, c(10, 4, 9, 7) / 10)
  expect_equal(got$jump, c(NA, 3, 3, 3))
  above <- draw_up(brief(got, only = upto <= 0.7, lines = whole(), figures = c(n = count(), s = sum(x))))
  expect_equal(c(above$n, above$s), c(2, 7))
})

test_that("windows are listed with the other words", {
  listed <- words("window")
  expect_true(all(c("rank(..., per)", "share(x, per)") %in% listed$call))
  expect_false(anyNA(listed$words))
})

test_that("workings say how often rows were sorted", {
  page <- brief(tolls, per = lock, along = passed_on, columns = c(
    a = running(sum(toll)), b = lag(toll), c = rolling(mean(toll), 3), d = rank(toll)
  ))
  expect_match(flat(workings(page)), "columns 20,012 20,012 2 sorts")
  sorted <- tolls[order(tolls$lock, tolls$passed_on), ]
  expect_match(
    flat(workings(brief(sorted, per = lock, along = passed_on, columns = c(a = lag(toll))))), "1 order there already"
  )
})

test_that("long results are ordinary vectors to R: saved, changed, sorted and dropped like any other", {
  n <- 3e5
  table <- data.frame(k = rep(1:3, n / 3), x = as.double(seq_len(n)))
  s <- draw_up(brief(table, columns = c(r = running(sum(x), per = k, along = x), l = lag(k, along = x))))
  path <- withr::local_tempfile()
  saveRDS(s, path)
  expect_identical(as.data.frame(readRDS(path)), as.data.frame(s))
  changed <- s
  changed$r[5] <- -1
  expect_identical(c(s$r[5], changed$r[5]), c(7, -1))
  expect_equal(s$r[table$k == 2], cumsum(table$x[table$k == 2]))
  expect_identical(s$r[order(-s$x)], rev(s$r))
  expect_identical(s$l[2:4], 1:3)
})
