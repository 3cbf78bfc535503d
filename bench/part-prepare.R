# Preparations: 10 million entries unless said. "Floor" is a two-thread read of the columns in play.
read_columns <- idleledger:::core_read_columns
rows <- 1e7
table <- bench_table(rows)
set.seed(1)
other <- data.frame(many = paste0("k", sample.int(1e6)), value = round(stats::rnorm(1e6, 50, 9), 2),
  weight = stats::runif(1e6))

page <- brief(ledger(table), prepare = bring_in(other, match = many), lines = whole(), figures = c(s = sum(value)))
times <- alternating(
  idle = draw_up(page), base = other[match(table$many, other$many), ],
  floor = read_columns(list(table$many, other$many, other$value)), rounds = 3
)
say("bring_in by 1 million text keys: faster than base R", ratio(times, "base", "idle"), 5, at_least = TRUE)
say("... against the floor", stats::median(times[, "idle"]) / stats::median(times[, "floor"]), 12)

struck <- brief(ledger(table[c("many", "number", "wide", "amount")]), prepare = strike_duplicates(), lines = whole(),
  figures = c(n = count()))
k <- table$wide
x <- table$amount
times <- alternating(idle = draw_up(struck), order = order(k, x, method = "radix"), rounds = 5)
say("strike_duplicates over four columns against one order()", ratio(times, "idle", "order"), 1.5)

prices <- data.frame(key = rep(1:1000, each = 1000), since = as.Date("2015-01-01") + rep(sample(4000, 1000), 1000),
  price = 1)
trips <- data.frame(key = sample.int(1000, rows, TRUE), day = as.Date("2015-01-01") + sample.int(4000, rows, TRUE))
dated <- brief(ledger(trips), prepare = bring_in(prices, match = key, columns = price, as_of = c(day = since)),
  lines = whole(), figures = c(s = sum(price)))
times <- alternating(idle = draw_up(dated), order = order(trips$key, trips$day, method = "radix"), rounds = 5)
say("in force on the day, 1 million prices: against one order()", ratio(times, "idle", "order"), 1.2)
matching <- replicate(7, {
  order <- system.time(order(trips$key, trips$day, method = "radix"))[["elapsed"]]
  worked <- workings(dated)
  worked$seconds[worked$section == "prepare"] / order
})
say("... the section `prepare` alone", stats::median(matching), 1.2)

set.seed(2)
cells <- sort(sample.int(2e6, 1e6))
cells[c(1, 1e6)] <- c(1, 2e6)
daily <- data.frame(key = (cells - 1) %/% 2000, day = as.Date("2015-01-01") + (cells - 1) %% 2000, v = 1)
filled <- brief(ledger(daily), prepare = fill_calendar(day, per = key, fill = c(v = 0)), lines = whole(),
  figures = c(s = sum(v)))
times <- alternating(idle = draw_up(filled), rounds = 5)
say("fill_calendar of 1 million entries to 2 million", stats::median(times), 0.5, unit = "s")
rm(table, trips, daily)

setup <- c(
  sprintf("source('%s')", file.path(normalizePath(here), "tables.R")), "table <- bench_table(1e7)",
  "other <- data.frame(many = paste0('k', sample.int(1e6)), value = round(stats::rnorm(1e6, 50, 9), 2))",
  "page <- brief(ledger(table), prepare = bring_in(other, match = many), lines = whole(), figures = c(s = sum(value)))"
)
say("peak memory of bring_in: bytes an entry, over the new column", peak_above(setup, "invisible(draw_up(page))") *
  2^20 / 1e7 - 8, 24, unit = "bytes")
