# Grouping and figures: 10 million rows unless said. "Floor" is a two-thread read of the columns in play.
read_columns <- idleledger:::core_read_columns
rows <- 1e7
table <- bench_table(rows)
held <- function(lines, figures) {
  brief(ledger(table), lines = !!rlang::enexpr(lines), figures = !!rlang::enexpr(figures))
}

# Held against the floor, the median of reads between the draw-ups; the ratio to the shortest way of base R, where
# one is given, is told besides.
against_floor <- function(what, page, columns, aim, base = NULL, rounds = 7) {
  times <- alternating(idle = draw_up(page), floor = read_columns(table[columns]), rounds = rounds)
  reads <- replicate(15, system.time(read_columns(table[columns]), gcFirst = FALSE)[["elapsed"]])
  floor <- stats::median(c(times[, "floor"], pmax(reads, 1e-4)))
  say(paste0(what, ": times the floor"), stats::median(times[, "idle"]) / floor, aim)
  if (is.null(base)) return(invisible())
  slow <- stats::median(alternating(base = base(), rounds = 2)) / stats::median(times[, "idle"])
  cat(sprintf("    base R takes %.1f times as long\n", slow))
}

against_floor("text key of 100: exact sum, mean, count", held(key, c(s = sum(amount), m = mean(amount), n = count())),
  c("key", "amount"), 3, function() rowsum(table$amount, table$key), rounds = 15
)
against_floor("two text keys and an integer: sum", held(c(key, other, number), c(s = sum(amount))),
  c("key", "other", "number", "amount"), 4, function() tapply(table$amount, table[c("key", "other", "number")], sum)
)
against_floor("1 million text keys: sum", held(many, c(s = sum(amount))), c("many", "amount"), 20,
  function() tapply(table$amount, table$many, sum), rounds = 5
)
against_floor("min, max, sd by 100 groups", held(key, c(lo = min(amount), hi = max(amount), s = sd(amount))),
  c("key", "amount"), 4.5, function() sapply(split(table$amount, table$key), function(x) c(min(x), max(x), sd(x)))
)
against_floor("median by 100 groups", held(key, c(m = median(amount))), c("key", "amount"), 8,
  function() sapply(split(table$amount, table$key), median)
)
against_floor("count_distinct of 100,000 integers", held(key, c(d = count_distinct(wide))), c("key", "wide"), 7,
  function() sapply(split(table$wide, table$key), function(x) length(unique(x)))
)
against_floor("count_distinct of text", held(key, c(d = count_distinct(other))), c("key", "other"), 4,
  function() sapply(split(table$other, table$key), function(x) length(unique(x)))
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
rm(table)

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
