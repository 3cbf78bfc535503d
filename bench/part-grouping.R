# Grouping and figures: 10 million rows unless said. "Floor" is a two-thread read of the columns.
read_columns <- idleledger:::core_read_columns
rows <- 1e7
table <- bench_table(rows)
held <- function(lines, figures) {
  brief(ledger(table), lines = !!rlang::enexpr(lines), figures = !!rlang::enexpr(figures))
}

page <- held(key, c(s = sum(amount), m = mean(amount), n = count()))
times <- alternating(
  idle = draw_up(page), rowsum = rowsum(table$amount, table$key), floor = read_columns(table[c("key", "amount")]),
  rounds = 9
)
say("sum, mean, count by a text key: against the floor", ratio(times, "idle", "floor"), 6)
say("... faster than rowsum", ratio(times, "rowsum", "idle"), 8, at_least = TRUE)

page <- held(many, c(s = sum(amount)))
times <- alternating(
  idle = draw_up(page), tapply = tapply(
    table$amount, table$many, sum
  ), floor = read_columns(table[c("many", "amount")]),
  rounds = 3
)
say("sum by a text key of 1 million values: faster than tapply", ratio(times, "tapply", "idle"), 40, at_least = TRUE)
cat(sprintf("    to the floor %.1f\n", ratio(times, "idle", "floor")))

page <- held(c(key, other, number), c(s = sum(amount)))
times <- alternating(
  idle = draw_up(page), tapply = tapply(table$amount, table[c("key", "other", "number")], sum),
  floor = read_columns(table[c("key", "other", "number", "amount")]), rounds = 3
)
say("sum by two text keys and an integer: faster than tapply", ratio(times, "tapply", "idle"), 50, at_least = TRUE)
cat(sprintf("    to the floor %.1f\n", ratio(times, "idle", "floor")))

# The shortest base R way of each figure by 100 groups.
against <- function(what, idle, base, floor, bound) {
  times <- alternating(idle = draw_up(idle), base = base(), floor = read_columns(floor), rounds = 3)
  say(what, ratio(times, "base", "idle"), bound, at_least = TRUE)
  cat(sprintf("    to the floor %.1f\n", ratio(times, "idle", "floor")))
}
pair <- table[c("key", "amount")]
against(
  "min, max, sd by 100 groups: faster than base R", held(key, c(lo = min(amount), hi = max(amount), s = sd(amount))),
  function() sapply(split(table$amount, table$key), function(x) c(min(x), max(x), sd(x))), pair, 10
)
against(
  "median by 100 groups: faster than base R", held(key, c(m = median(amount))),
  function() sapply(split(table$amount, table$key), median), pair, 7
)
against(
  "count_distinct of 100,000 integers: faster than base R", held(key, c(d = count_distinct(wide))),
  function() sapply(split(table$wide, table$key), function(x) length(unique(x))), table[c("key", "wide")], 10
)
against(
  "count_distinct of text: faster than base R", held(key, c(d = count_distinct(other))),
  function() sapply(split(table$other, table$key), function(x) length(unique(x))), table[c("key", "other")], 6
)

groups <- idleledger:::core_group(list(), rows)
feed <- list(list(
  values = table$amount, condition = NULL, weights = NULL, along = NULL, counted = FALSE, folds = list(total = "sum")
))
withr::with_options(list(idleledger.threads = 1), {
  times <- alternating(
    exact = idleledger:::core_summarise(groups, feed, list()),
    counted = idleledger:::core_summarise(groups, list(), list()),
    plain = idleledger:::core_plain_sum(table$amount), rounds = 9
  )
})
say(
  "the exact sum against a plain one, one thread, by group",
  stats::median((times[, "exact"] - times[, "counted"]) / times[, "plain"]),
  2.2
)

per_row <- vapply(c(1e6, 1e7, 5e7), function(n) {
  small <- data.frame(key = rep_len(table$key, n), amount = rep_len(table$amount, n))
  page <- brief(ledger(small), lines = key, figures = c(s = sum(amount), m = mean(amount), n = count()))
  stats::median(alternating(idle = draw_up(page), rounds = 7)) / n * 1e9
}, 1)
cat(sprintf("    ns a row at 1, 10 and 50 million rows: %s\n", toString(round(per_row, 2))))
say("time a row at 50 million rows against 10 million", per_row[3] / per_row[2], 1.3)
say("time a row at 10 million rows against 1 million", per_row[2] / per_row[1], 1.3)
rm(table, pair)

peak <- function(what, lines, figures) {
  setup <- c(
    sprintf("source('%s')", file.path(normalizePath(here), "tables.R")),
    sprintf("page <- brief(ledger(bench_table(1e7)), lines = %s, figures = c(f = %s))", lines, figures)
  )
  say(what, peak_above(setup, "invisible(draw_up(page))") * 2^20 / 1e7, 24, unit = "bytes a row")
}
peak("peak memory: sum by 100 groups", "key", "sum(amount)")
peak("peak memory: median by 100 groups", "key", "median(amount)")
peak("peak memory: sum by 1 million groups", "many", "sum(amount)")
