frame_values <- function(x, rows) x[rows][!is.na(x[rows])]

none_or <- function(fn) function(values) if (length(values) == 0) NA else fn(values)

test_that("rolling and running figures agree with working every frame by itself", {
  for (seed in 1:4) {
    table <- random_table(c(1, 9, 60, 150)[seed], seed)
    order <- along_column(table, "day")
    frame <- function(x, fn, behind, ahead = 0, full = TRUE) {
      slow_window(table, "choice", order, function(here, at) {
        from <- at - behind
        to <- at + ahead
        if (full && (from < 1 || to > length(here))) return(NA)
        fn(frame_values(table[[x]], here[max(from, 1):min(to, length(here))]))
      })
    }
    got <- windowed(table, per = choice, along = day, columns = c(
      total = running(sum(amount)), seen = running(count(whole)), gaps = running(count_missing(whole)),
      week = rolling(mean(amount), 5), part = rolling(sum(part), 5, partial = TRUE), low = rolling(min(amount), 4),
      high = rolling(max(word), 4, partial = TRUE), centre = rolling(median(amount), behind = 2, ahead = 2),
      tail = rolling(percentile(whole, 0.9), 6, partial = TRUE), spread = rolling(sd(amount), 6),
      kinds = rolling(count_distinct(word), 5, partial = TRUE), usual = rolling(mode(whole), 5, partial = TRUE),
      some = rolling(any(flag), 3, partial = TRUE), ever = running(every(flag)),
      big_sum = running(sum(big)), before = rolling(sum(amount), behind = 3, ahead = 0, partial = TRUE),
      heavy = running(mean(amount, weight = whole + 4)), above = rolling(
        count(where = amount > 0), 5, partial = TRUE
      ),
      words = rolling(listed(word), 3, partial = TRUE)
    ))
    expect_same(got$total, frame("amount", none_or(sum), 1e6, full = FALSE))
    expect_same(got$seen, frame("whole", length, 1e6, full = FALSE))
    expect_equal(
      got$gaps, slow_window(table, "choice", order, function(here, at) sum(is.na(table$whole[here[1:at]])))
    )
    expect_same(got$week, frame("amount", none_or(mean), 4))
    expect_same(got$part, frame("part", none_or(sum), 4, full = FALSE), tolerance = 1e-14)
    expect_same(got$low, frame("amount", none_or(min), 3))
    expect_same(
      got$high, frame("word", none_or(function(v) sort(v, method = "radix", decreasing = TRUE)[1]), 3, full = FALSE)
    )
    expect_same(got$centre, frame("amount", none_or(median), 2, 2))
    expect_same(
      got$tail, frame("whole", none_or(function(v) unname(quantile(v, 0.9, type = 7))), 5, full = FALSE)
    )
    expect_same(got$spread, frame("amount", sd, 5))
    expect_same(got$kinds, frame("word", function(v) length(unique(v)), 4, full = FALSE))
    expect_same(got$usual, frame("whole", none_or(function(v) {
      counts <- table(v)
      as.integer(names(counts)[counts == max(counts)][1])
    }), 4, full = FALSE))
    expect_same(got$some, frame("flag", none_or(any), 2, full = FALSE))
    expect_same(got$ever, frame("flag", none_or(all), 1e6, full = FALSE))
    expect_equal(as.character(got$big_sum), if (nrow(table)) as.character(bit64::as.integer64(slow_window(
      table, "choice", order, function(here, at) as.character(sum(table$big[here[1:at]]))
    ))) else character())
    expect_same(got$before, frame("amount", none_or(sum), 3, full = FALSE))
    expect_equal(got$above, slow_window(table, "choice", order, function(here, at) {
      sum(table$amount[here[max(1, at - 4):at]] > 0, na.rm = TRUE)
    }))
    expect_equal(got$heavy, slow_window(table, "choice", order, function(here, at) {
      rows <- here[1:at]
      rows <- rows[!is.na(table$amount[rows]) & !is.na(table$whole[rows])]
      weight <- table$whole[rows] + 4
      if (length(rows) == 0 || sum(weight) == 0) NA else sum(table$amount[rows] * weight) / sum(weight)
    }))
    expect_same(got$words, frame("word", none_or(function(v) paste(v, collapse = ", ")), 2, full = FALSE))
  }
})

test_that("calendar frames go by dates, wide frames by any width", {
  table <- random_table(300, 12)
  table$day <- table$day + 40 * (seq_len(300) %% 5)
  order <- along_column(table, "day")
  by_days <- function(from_of, to_of = identity, partial = FALSE) {
    slow_window(table, "flag", order, function(here, at) {
      day <- table$day[here[at]]
      dated <- here[!is.na(table$day[here])]
      if (is.na(day)) return(NA)
      full <- from_of(day) >= min(table$day[dated]) && to_of(day) <= max(table$day[dated])
      rows <- dated[table$day[dated] >= from_of(day) & table$day[dated] <= to_of(day)]
      v <- frame_values(table$amount, rows)
      if ((!full && !partial) || length(v) == 0) NA else sum(v)
    })
  }
  got <- windowed(table, per = flag, along = day, columns = c(
    week = rolling(sum(amount), days(7)), fill = rolling(sum(amount), weeks(1), partial = TRUE),
    month = rolling(sum(amount), months(1)), both = rolling(sum(amount), behind = days(2), ahead = days(2)),
    wide = rolling(max(amount), 200, partial = TRUE), middle = rolling(median(amount), 700, partial = TRUE)
  ))
  expect_equal(got$week, by_days(function(d) d - 6))
  expect_equal(got$fill, by_days(function(d) d - 6, partial = TRUE))
  month_before <- function(x) {
    date <- as.Date(x, origin = "1970-01-01")
    last <- seq(as.Date(format(date, "%Y-%m-01")), by = "-1 month", length.out = 2)[2]
    days <- as.integer(format(seq(last, by = "1 month", length.out = 2)[2] - 1, "%d"))
    as.numeric(last) + min(as.integer(format(date, "%d")), days) - 1
  }
  expect_equal(got$month, by_days(function(d) as.Date(month_before(d) + 1, origin = "1970-01-01")))
  expect_equal(got$both, by_days(function(d) d - 2, function(d) d + 2))
  running <- slow_window(
    table, "flag", order, function(here, at) max(c(frame_values(table$amount, here[max(1, at - 199):at]), -Inf))
  )
  expect_equal(got$wide, ifelse(is.finite(running), running, NA))
  expect_equal(got$middle, slow_window(table, "flag", order, function(here, at) {
    median(frame_values(table$amount, here[1:at]))
  }))
})

test_that("a moving sum never drifts, whatever passed through it", {
  x <- rep(c(1e16, 1, -1e16, 0.1, Inf, 5e-324, NaN, 1e308, -1e308, 2), 30)
  table <- data.frame(x = x, i = seq_along(x))
  got <- windowed(
    table, along = i, columns = c(s = rolling(sum(x), 2), m = rolling(mean(x), 3), v = rolling(sd(x), 2))
  )
  expect_equal(got$s[-1], x[-1] + x[-length(x)])
  expect_identical(got$m[seq(3, 300, 10)], rep(1 / 3, 30))
  cents <- data.frame(x = rep(0.1, 1000), i = 1:1000)
  expect_true(all(windowed(cents, along = i, columns = c(s = rolling(sum(x), 10)))$s[10:1000] == 1))
  expect_identical(
    windowed(cents[sample(1000), ], along = i, columns = c(s = running(sum(x))))$s |> sort(),
    windowed(cents, along = i, columns = c(s = running(sum(x))))$s
  )
})

test_that("figures of the whole group stand beside each row", {
  table <- random_table(120, 5)
  got <- windowed(table, columns = c(
    total = sum(amount, per = word), n = count(
      per = c(word, flag)
    ), above = amount - mean(amount), top = max(day, per = word),
    last = last(whole, along = amount, per = flag)
  ))
  over <- function(per, fn) slow_window(table, per, identity, function(here, at) fn(here))
  expect_equal(got$total, over("word", function(rows) sum(table$amount[rows], na.rm = TRUE)))
  expect_equal(got$n, over(c("word", "flag"), length))
  expect_equal(got$above, table$amount - mean(table$amount, na.rm = TRUE))
  expect_equal(as.numeric(got$top), over("word", function(rows) max(as.numeric(table$day[rows]), na.rm = TRUE)))
  expect_equal(got$last, over("flag", function(rows) {
    rows <- rows[!is.na(table$whole[rows])]
    table$whole[rows[order(table$amount[rows], seq_along(rows), method = "radix")]] |> tail(1)
  }))
})

test_that("equals have one running value on request, and the last one is the group's total", {
  table <- random_table(200, 8)
  got <- windowed(table, per = word, along = day, columns = c(
    one = running(sum(amount), together = TRUE), total = sum(amount), each = running(sum(amount)),
    spread = running(max(amount) - min(amount))
  ))
  keys <- paste(match(table$word, unique(table$word)), table$day)
  expect_true(all(tapply(got$one, keys, function(v) length(unique(v))) == 1))
  last <- slow_window(table, "word", along_column(table, "day"), function(here, at) got$each[here[length(here)]])
  expect_identical(last, got$total)
  tied <- duplicated(keys) | duplicated(keys, fromLast = TRUE)
  expect_match(flat(got), sprintf("Note: each, spread: %d entries tie in the order by day", sum(tied)))
})

test_that("rows taken for days, blank frames and gaps are said; clean ones raise nothing", {
  days <- as.Date("2025-01-01") + c(0:5, 8:20)
  table <- data.frame(day = days, x = seq_along(days))
  rows <- flat(windowed(table, along = day, columns = c(week = rolling(mean(x), 7))))
  expect_match(rows, "7 rows span up to 9 days in 6 places; for seven days say days(7)", fixed = TRUE)
  expect_match(rows, "week: 6 frames are not full: left blank; partial = TRUE fills them")
  calendar <- flat(windowed(table, along = day, columns = c(week = rolling(mean(x), days(7), partial = TRUE))))
  expect_match(calendar, "days without an entry; the average divides by the days present")
  expect_match(calendar, "6 frames are not full: worked over what there is")
  every <- data.frame(day = as.Date("2025-01-01") + 0:20, x = 1)
  clean <- flat(windowed(every, along = day, columns = c(a = rolling(mean(x), 7, partial = TRUE))))
  expect_no_match(clean, "rows span|days without")
  twice <- flat(windowed(rbind(every, every), along = day, columns = c(a = rolling(mean(x), 7))))
  expect_match(twice, "several rows share a date, so 7 rows are not 7 days")
  expect_match(flat(windowed(
    data.frame(day = c(days[1:3], NA), x = 1:4), along = day, columns = c(a = rolling(sum(x), days(2)))
  )), "a: 1 entry has no date and no frame")
  seen <- flat(draw_up(brief(table, along = day, columns = c(a = running(sum(x))), only = x > 3)))
  expect_match(seen, "worked before `only`, which then left out 3 entries that they had seen")
})

test_that("wrong frames are refused in words", {
  expect_match(
    said_by(brief(tolls, columns = c(a = running(sum(toll))))),
    "Say which: along = passed_on, or along = entered()",
    fixed = TRUE
  )
  expect_match(
    said_by(
      brief(tolls, along = passed_on, columns = c(a = rolling(sum(toll))))
    ), "without one it would be a running figure"
  )
  expect_match(
    said_by(brief(tolls, along = passed_on, columns = c(a = rolling(toll, 7)))), "takes a figure, and toll is none"
  )
  expect_match(
    said_by(brief(tolls, along = passed_on, columns = c(a = rolling(sum(toll), 7, behind = 2)))), "not both"
  )
  expect_match(
    said_by(brief(tolls, along = toll, columns = c(a = rolling(sum(toll), days(7))))),
    "goes by dates, and the order is none"
  )
  expect_match(
    said_by(
      brief(tolls, along = falling(passed_on), columns = c(a = rolling(sum(toll), days(7))))
    ), "Give one date or time, upward"
  )
  expect_match(
    said_by(brief(tolls, along = passed_on, columns = c(a = rolling(sum(toll), days(0))))),
    "whole number from 1, and got 0"
  )
  expect_match(
    said_by(
      brief(tolls, along = passed_on, columns = c(a = rolling(sum(toll), behind = days(2), ahead = 3)))
    ), "both by rows or both"
  )
  expect_match(
    said_by(brief(tolls, lines = lock, figures = c(a = sum(toll, per = lock)))),
    "sum() has no argument `per`",
    fixed = TRUE
  )
  expect_match(said_by(brief(tolls, lines = lock, figures = c(a = sum(toll)), beside = c(b = sum(toll)))), "`toll`")
  entered <- windowed(tolls[1:5, ], columns = c(a = running(count(), along = entered())))
  expect_equal(entered$a, 1:5)
})
