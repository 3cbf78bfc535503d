# Subtotals and crosstabs: 10 million rows, against the same keys as lines.
rows <- 1e7
table <- bench_table(rows)
table$month <- withr::with_seed(3, sample.int(24L, rows, TRUE))
book <- ledger(table[c("key", "other", "number", "month", "amount")])
rm(table)

levels_against_lines <- function(keys, size) {
  lines <- rlang::inject(brief(book,
    lines = c(!!!keys), figures = c(n = count(), s = sum(amount), m = mean(amount))
  ))
  rolled <- rlang::inject(amend(lines, footing = rollup(!!!keys)))
  cubed <- rlang::inject(amend(lines, footing = cube(!!!keys)))
  times <- alternating(lines = draw_up(lines), rolled = draw_up(rolled), cubed = draw_up(cubed), rounds = 5)
  say(sprintf("rollup over three keys (%s lines), against the lines alone", size), ratio(times, "rolled", "lines"), 1.3)
  say("cube over three keys, against the lines alone", ratio(times, "cubed", "lines"), 1.6)
}
levels_against_lines(rlang::exprs(key, other, number), "120,000")
levels_against_lines(rlang::exprs(key, number, month), "28,800")

cells <- brief(book, lines = c(key, month), figures = c(s = sum(amount)))
plain <- amend(cells, abreast = month)
edged <- amend(cells, abreast = columns_of(month, totals = "both"))
times <- alternating(lines = draw_up(cells), plain = draw_up(plain), edged = draw_up(edged), rounds = 5)
say("crosstab of 100 by 24, against the same keys as lines", ratio(times, "plain", "lines"), 1.2)
say("... with totals on both edges", ratio(times, "edged", "lines"), 1.2)
