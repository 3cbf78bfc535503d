# Seeded tables for the benchmarks.
bench_table <- function(rows, seed = 20) {
  set.seed(seed)
  data.frame(
    key = sprintf("key %03d", sample.int(100, rows, TRUE)),
    other = sprintf("other %02d", sample.int(100, rows, TRUE)),
    many = paste0("k", sample.int(1e6, rows, TRUE)),
    number = sample.int(12L, rows, TRUE),
    wide = sample.int(1e5L, rows, TRUE),
    amount = round(rnorm(rows, 20, 6), 2),
    stringsAsFactors = FALSE
  )
}
