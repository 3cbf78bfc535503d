# One text key of 100 values, sum and count of a double, through draw_up().
read_columns <- idleledger:::core_read_columns
table <- bench_table(1e7)[c("key", "amount")]
book <- ledger(table)
page <- brief(book, lines = key, figures = c(n = count(), s = sum(amount)))
times <- alternating(
  idle = draw_up(page), rowsum = rowsum(table$amount, table$key), floor = read_columns(table), rounds = 9
)
say("sum and count by a text key, faster than rowsum", ratio(times, "rowsum", "idle"), 5, at_least = TRUE)
say("... against a two-thread read of the columns", ratio(times, "idle", "floor"), 8)
setup <- c(
  sprintf("source('%s')", file.path(normalizePath(here), "tables.R")),
  "page <- brief(ledger(bench_table(1e7)[c('key', 'amount')]), lines = key, figures = c(n = count(), s = sum(amount)))"
)
say("peak memory above the table", peak_above(setup, "invisible(draw_up(page))"), 200, unit = "MB")
