# Windows: 10 million rows, 100 groups, against base R's order() on the same columns.
rows <- 1e7
table <- bench_table(rows)
table$date <- withr::with_seed(3, as.Date("2020-01-01") + sample.int(1500L, rows, TRUE))
table <- table[c("key", "amount", "date")]
held <- function(columns) brief(ledger(table), columns = !!rlang::enexpr(columns))

place <- held(c(place = rank(amount, per = key)))
times <- alternating(idle = draw_up(place), base = order(table$key, table$amount, method = "radix"), rounds = 5)
say("rank per group by a double, against order()", ratio(times, "idle", "base"), 0.4)

to_date <- held(c(to_date = running(sum(amount), per = key, along = date)))
times <- alternating(idle = draw_up(to_date), base = order(table$key, table$date, method = "radix"), rounds = 5)
say("running sum per group along a date, against order()", ratio(times, "idle", "base"), 0.4)

against_running <- function(what, columns, bound, rounds = 3) {
  page <- brief(ledger(table), per = key, along = date, columns = !!rlang::enexpr(columns))
  times <- alternating(idle = draw_up(page), running = draw_up(to_date), rounds = rounds)
  say(what, ratio(times, "idle", "running"), bound)
}
against_running("rolling mean over 7 rows, against the running sum", c(a = rolling(mean(amount), 7)), 1.5)
against_running("... over 365 rows", c(a = rolling(mean(amount), 365)), 1.5)
against_running("... over 5,000 rows", c(a = rolling(mean(amount), 5000)), 1.5)
against_running("... over days(7)", c(a = rolling(mean(amount), days(7))), 1.5)
against_running("rolling max over 365 rows", c(a = rolling(max(amount), 365)), 1.5)
against_running("... over 7 rows", c(a = rolling(max(amount), 7)), 1.5)
against_running("... over 5,000 rows", c(a = rolling(max(amount), 5000)), 1.5)
against_running("rolling median over 101 rows", c(a = rolling(median(amount), 101)), 4)
against_running(
  "five windows over one group and order, against one",
  c(
    a = running(sum(amount)), b = rolling(mean(amount), 7), c = rolling(max(amount), 30), d = running(max(amount)),
    e = lag(amount)
  ), 3.2
)

sorted <- table[order(table$key, table$date), ]
page <- brief(ledger(sorted), columns = c(to_date = running(sum(amount), per = key, along = date)))
times <- alternating(sorted = draw_up(page), any = draw_up(to_date), rounds = 3)
say("running sum on rows that are sorted already, against any order", ratio(times, "sorted", "any"), 1)
rm(table, sorted)

peak <- function(what, columns) {
  setup <- c(
    sprintf("source('%s')", file.path(normalizePath(here), "tables.R")),
    "table <- bench_table(1e7)", "table$date <- as.Date('2020-01-01') + table$wide %% 1500L",
    sprintf("page <- brief(ledger(table), columns = c(w = %s), layout = w)", columns)
  )
  new <- if (grepl("^rank", columns)) 4 else 8
  say(what, peak_above(setup, "statement <- draw_up(page)") * 2^20 / 1e7 - new, 36, unit = "bytes a row")
}
peak("peak memory besides the new column: rank", "rank(amount, per = key)")
peak("peak memory besides the new column: running sum", "running(sum(amount), per = key, along = date)")
peak("peak memory besides the new column: rolling mean", "rolling(mean(amount), days(7), along = date)")
