# Tie-out of grouped sums: 10 million entries, against drawing them up.
table <- bench_table(1e7)
book <- ledger(table[c("key", "other", "number", "many", "amount")])
rm(table)

against_drawing <- function(what, page) {
  times <- alternating(tie_out = tie_out(page), draw_up = draw_up(page), rounds = 5)
  seconds <- stats::median(times[, "tie_out"])
  bound <- max(3 * stats::median(times[, "draw_up"]), 0.5)
  say(what, seconds, round(bound, 2), unit = "s")
}
against_drawing("tie-out of sum and count by a text key of 100",
  brief(book, lines = key, figures = c(s = sum(amount), n = count()))
)
against_drawing("... by two text keys and an integer (120,000 lines)",
  brief(book, lines = c(key, other, number), figures = c(s = sum(amount), n = count()))
)
against_drawing("... by a text key of 1 million", brief(book, lines = many, figures = c(s = sum(amount))))

# What only plain R works again: of many lines a sample, of windows some rows.
against_plain_r <- function(what, page) {
  times <- alternating(tie_out = tie_out(page), draw_up = draw_up(page), rounds = 3)
  say(what, ratio(times, "tie_out", "draw_up"), 16)
}
against_plain_r("tie-out of medians by 1 million, against drawing them up",
  brief(book, lines = many, figures = c(m = median(amount)))
)
against_plain_r("... of a running total beside each entry",
  brief(book, beside = c(r = running(sum(amount), along = number, per = key)))
)

page <- brief(book, lines = c(key, other, number), figures = c(s = sum(amount)))
times <- alternating(
  behind = entries_behind(page, key == "key 007", other == "other 11"), draw_up = draw_up(page), rounds = 3
)
say("entries behind a line, against drawing the page up", ratio(times, "behind", "draw_up"), 1.5)
rm(book, page)

peak <- peak_above(
  c(
    sprintf("source('%s')", file.path(normalizePath(here), "tables.R")), "table <- bench_table(1e7)",
    "page <- brief(ledger(table), lines = key, figures = c(s = sum(amount), n = count()))"
  ),
  "proof <- tie_out(page)"
)
say("peak memory of a tie-out", peak * 2^20 / 1e7, 32, unit = "bytes a row")
