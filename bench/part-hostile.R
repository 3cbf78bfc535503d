# Hostile values: how much one value of unlike size costs a moving figure, 2 million rows in one group.
rows <- 2e6
plain <- data.frame(at = seq_len(rows), x = bench_table(rows)$amount)
unlike <- list(
  `one 1e-200` = replace(plain$x, 1000, 1e-200), `one infinity` = replace(plain$x, 1000, Inf),
  `exponents from -900 to 900` = plain$x * 2^withr::with_seed(4, sample(-900:900, rows, TRUE))
)
for (name in names(unlike)) {
  odd <- transform(plain, x = unlike[[name]])
  for (width in c(7, 5000)) {
    moved <- function(table, figure) {
      rlang::inject(brief(ledger(table), columns = c(z = rolling(!!call(figure, quote(x)), !!width, along = at))))
    }
    for (figure in c("sum", "sd")) {
      calm <- moved(plain, figure)
      hostile <- moved(odd, figure)
      times <- alternating(hostile = draw_up(hostile), calm = draw_up(calm), rounds = 5)
      what <- sprintf("rolling %s over %s rows: %s, against none", figure, format(width, big.mark = ","), name)
      say(what, ratio(times, "hostile", "calm"), 12)
    }
  }
}
setup <- "n <- 2e6; t <- data.frame(k = rep(1:1e6, 2), x = rep(c(1e15, 1e-15), each = 1e6))"
say("peak memory: sum by 1 million groups of 1e15 and 1e-15", peak_above(
  setup, "invisible(draw_up(brief(t, lines = k, figures = c(s = sum(x)))))"
), 150, unit = "MB")
