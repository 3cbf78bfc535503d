# Calendars against seq() of base R, for every step, in groups and without.

slow_calendar <- function(table, step, per, from, to) {
  begin <- function(d) as.Date(cut(d, if (step == "week") "week" else step, start.on.monday = TRUE))
  groups <- if (is.null(per)) list(seq_len(nrow(table))) else split(seq_len(nrow(table)),
    match(table[[per]], unique(table[[per]])))
  made <- lapply(groups, function(rows) {
    days <- begin(table$day[rows])
    days <- days[!is.na(days)]
    low <- if (is.null(from)) suppressWarnings(min(days)) else begin(as.Date(from))
    high <- if (is.null(to)) suppressWarnings(max(days)) else begin(as.Date(to))
    if (!is.finite(low) || !is.finite(high) || low > high) return(NULL)
    all <- seq(low, high, by = step)
    all <- all[!all %in% days]
    if (length(all) == 0) return(NULL)
    data.frame(key = if (is.null(per)) NA else table[[per]][rows[1]], day = all)
  })
  do.call(rbind, unname(made))
}

test_that("each step without an entry is made, and no other", {
  for (seed in one_in(3, 1:40)) {
    step <- c("day", "week", "month", "quarter", "year")[seed %% 5 + 1]
    table <- withr::with_seed(seed, data.frame(
      key = sample(c("a", "b", NA), 15, TRUE), v = seq_len(15),
      day = as.Date("2023-11-20") + c(NA, sample(if (step == "day") 40 else 900, 14, TRUE))
    ))
    per <- if (seed %% 3) "key"
    from <- if (seed %% 4 == 0) "2024-01-03"
    to <- if (seed %% 2 == 0) "2024-02-20"
    page <- rlang::inject(brief(table, prepare = fill_calendar(day, !!step, per = !!if (!is.null(per)) as.name(per),
      from = !!from, to = !!to, fill = c(v = 0))))
    got <- as.data.frame(draw_up(page))
    wanted <- slow_calendar(table, step, per, from, to)
    made <- got[got$made, ]
    order_of <- function(x) x[order(x$key, x$day), ]
    expect_identical(got[!got$made, c("key", "v", "day")], table)
    expect_equal(order_of(data.frame(key = as.character(made$key), day = made$day)),
      order_of(data.frame(key = as.character(wanted$key), day = as.Date(wanted$day))), ignore_attr = TRUE, info = seed)
    expect_true(all(made$v == 0L))
    expect_true(all_tie(tie_out(page)))
    lines <- rlang::inject(brief(table, lines = c(!!!if (!is.null(per)) list(quote(key)), day = unbroken(day, !!step,
      from = !!from, to = !!to)), figures = c(n = count(), s = sum(v))))
    expect_identical(sum(draw_up(lines)$n == 0), nrow(made), info = seed)
    expect_true(all_tie(tie_out(lines)))
  }
})

test_that("made entries are worth what they are filled with, and are not counted", {
  tolls <- demo_table("tolls")
  daily <- brief(tolls, lines = c(reach, passed_on), figures = c(receipts = sum(toll)))
  page <- brief(daily, prepare = fill_calendar(passed_on, per = reach, fill = c(receipts = 0)),
    beside = c(week = rolling(mean(receipts), days(7), along = passed_on, per = reach)))
  got <- as.data.frame(draw_up(page))
  by_day <- tapply(ifelse(is.na(tolls$toll), 0, tolls$toll), list(tolls$reach, as.character(tolls$passed_on)), sum)
  by_day[is.na(by_day)] <- 0
  christmas <- as.character(as.Date("2024-12-25") + -6:0)
  here <- ifelse(christmas %in% colnames(by_day), by_day["Upper", match(christmas, colnames(by_day))], 0)
  expect_equal(got$week[got$reach == "Upper" & got$passed_on == as.Date("2024-12-25")], mean(here))
  expect_match(flat(tie_out(page)), "53 entries are made along passed_on per reach, no day twice, and none is wanting")
  counted <- brief(tolls, prepare = fill_calendar(passed_on), lines = whole(),
    figures = c(n = count(), all = count(made), cash = count(where = paid == "cash")))
  expect_identical(draw_up(counted)$n, 20012L)
  expect_identical(draw_up(counted)$all, 20022L)
  expect_identical(draw_up(counted)$cash, sum(tolls$paid %in% "cash"))
  expect_match(flat(draw_up(counted)), "10 entries added, one for each day of `passed_on` without one, worth nothing")
  expect_identical(nrow(set_aside(counted, "prepare")), 10L)
})

test_that("times, wholes and 64-bit wholes are filled in their own kind, and ends are told", {
  table <- data.frame(at = as.POSIXct(c("2025-03-29 10:00", "2025-04-01 02:30"), tz = "Europe/Berlin"),
    k = c("a", "b"), n = 1:2, big = bit64::as.integer64(c("9007199254740993", "2")))
  got <- draw_up(brief(table, prepare = fill_calendar(at, fill = c(n = 0, big = 5))))
  expect_identical(format(got$at[got$made]), c("2025-03-30", "2025-03-31"))
  expect_identical(got$n, c(1L, 2L, 0L, 0L))
  expect_identical(as.character(got$big), c("9007199254740993", "2", "5", "5"))
  said <- flat(draw_up(brief(table, prepare = fill_calendar(at, per = k))))
  expect_match(said,
    "not every k has the same first and last day, and each is filled from its own; `from` and `to` make")
  alike <- brief(table, prepare = fill_calendar(at, per = k, from = "2025-03-29", to = "2025-04-01"))
  expect_identical(nrow(draw_up(alike)), 8L)
})

test_that("what a calendar cannot be is said", {
  table <- data.frame(day = as.Date("2025-01-01") + 0:1, n = 1:2, k = "a")
  says <- function(pattern, ...) {
    preparation <- as.call(c(quote(fill_calendar), rlang::exprs(...)))
    expect_match(said_by(draw_up(rlang::inject(brief(table, prepare = !!preparation)))), pattern)
  }
  says("goes along one column of dates, and `k` is text", k)
  says("`step` is \"day\", \"week\"", day, "hour")
  says("`step` is one step of the calendar, and got days\\(7\\).*Write step = \"day\"", day, days(7))
  says("years\\(\\) takes one number", day, years())
  for (step in c("day", "week", "month", "quarter", "year")) {
    by <- function(step) {
      rlang::inject(brief(table, prepare = fill_calendar(day, step = !!step), lines = c(d = unbroken(day, !!step)),
        figures = c(n = sum(n))))
    }
    expect_identical(as.data.frame(draw_up(by(call(paste0(step, "s"), 1)))), as.data.frame(draw_up(by(step))))
  }
  says("`from` takes a date, and got \"soon\"", day, from = "soon")
  says("`to` is 2024-01-01, which is before it", day, from = "2025-01-01", to = "2024-01-01")
  says("`fill` takes values by the names", day, fill = 0)
  says("`n` is a whole number, and is to be filled with 0.5", day, fill = c(n = 0.5))
  says("`n` is a whole number, and is to be filled with \"0\"", day, fill = c(n = "0"))
  says("filled by the calendar itself", day, fill = c(day = "2025-01-01"))
  says("would make 3,652,05[0-9] entries, and 2,000,000 is the most", day, from = "0001-01-01", to = "9999-12-31")
  expect_match(said_by(brief(table, lines = c(unbroken(day), x = unbroken(day)), figures = c(n = count()))), "one key")
  expect_match(said_by(brief(table, lines = crossed(unbroken(day), k), figures = c(n = count()))), "not in crossed")
  expect_match(said_by(draw_up(brief(table, lines = unbroken(day, to = "9999-12-31"), figures = c(n = count())))),
    "unbroken[(][)] would make .* and 2,000,000 is the most")
  expect_identical(nrow(draw_up(brief(table[0, ], prepare = fill_calendar(day)))), 0L)
})

test_that("a tie-out differs where a day is left out or made twice", {
  ns <- asNamespace("idleledger")
  work <- ns$room_of("preparation", "fill_calendar")$work
  table <- data.frame(day = as.Date("2025-01-01") + c(0, 3))
  for (other in as.Date(c("2025-01-01", "2025-01-03"))) {
    ns$local_answers("fill_calendar", "preparation", work = function(drawn, part) {
      drawn <- work(drawn, part)
      at <- length(drawn$entries$prepared_by)
      true <- drawn$entries$prepared_by[[at]]$columns
      drawn$entries$prepared_by[[at]]$columns <- function(name) replace(true(name), 3, as.Date(other, "1970-01-01"))
      drawn
    })
    expect_false(all_tie(tie_out(brief(table, prepare = fill_calendar(day)))))
  }
})
