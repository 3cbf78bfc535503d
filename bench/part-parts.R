# A table in parts: 50 million rows (or IDLE_ROWS) in 20 Parquet files and in one CSV file, under a memory bound of a
# quarter of the table; against reading the same columns alone, part by part; and two workers against one.
rows <- as.numeric(Sys.getenv("IDLE_ROWS", "5e7"))
folder <- file.path(tempdir(), "parts")
dir.create(folder)
csv <- file.path(folder, "all.csv")
ours <- asNamespace("idleledger")

for (k in 1:20) {
  set.seed(k)
  n <- rows / 20
  one <- data.frame(
    day = as.Date("2020-01-01") + sample.int(1500, n, TRUE), shop = sample(sprintf("shop %03d", 1:200), n, TRUE),
    kind = sample(c("a", "b", "c", "d"), n, TRUE), amount = round(rlnorm(n, 3, 1), 2)
  )
  nanoparquet::write_parquet(one, file.path(folder, sprintf("part-%02d.parquet", k)))
  piece <- file.path(folder, "piece.csv")
  write_statement(draw_up(brief(one)), piece)
  system(sprintf(if (k == 1) "cat '%s' > '%s'" else "tail -n +2 '%s' >> '%s'", piece, csv))
}
unlink(piece)
rm(one)
invisible(gc())

table_bytes <- rows * 24
options(idleledger.memory = table_bytes / 4)
figures <- quote(c(n = count(), s = sum(amount), m = mean(amount)))
page_of <- function(source) rlang::inject(brief(source, lines = c(shop, kind), figures = !!figures))
read_alone <- function(source) {
  for (k in seq_along(source$in_parts$n)) {
    ours$coded_columns(ours$part_of_ledger(source, k), c("shop", "kind", "amount"))
  }
}

parquet <- ledger(file.path(folder, "*.parquet"), in_parts = TRUE)
opened <- system.time(text <- ledger(csv, in_parts = TRUE))[["elapsed"]]
cat(sprintf("opening the CSV file, kinds settled by all cells: %.1f s, %d parts\n", opened, length(text$in_parts$n)))
for (source in list(parquet, text)) {
  page <- page_of(source)
  times <- alternating(read = read_alone(source), draw = draw_up(page), rounds = 3)
  cat(sprintf("read alone %.1f s, drawn up %.1f s\n", stats::median(times[, "read"]), stats::median(times[, "draw"])))
  say(sprintf("%s: drawn up against its columns read alone", source$name), ratio(times, "draw", "read"), 1.5)
}
peak <- peak_above(
  c(sprintf("options(idleledger.memory = %.0f)", table_bytes / 4),
    sprintf("source <- ledger('%s', in_parts = TRUE)", file.path(folder, "*.parquet"))),
  sprintf("invisible(draw_up(brief(source, lines = c(shop, kind), figures = %s)))", deparse1(figures))
)
say("peak memory above what was there, of the table", peak * 2^20 / table_bytes, 0.25)
typical <- system.time(draw_up(brief(parquet, lines = shop, figures = c(m = median(amount)))))[["elapsed"]]
cat(sprintf("a median of each shop: %.1f s\n", typical))

options(idleledger.threads = 1)
one <- system.time(draw_up(page_of(parquet)))[["elapsed"]]
future::plan("multisession", workers = 2)
small <- head(as.data.frame(ledger(file.path(folder, "part-01.parquet"))), 100)
draw_up(page_of(ledger(small, in_parts = 50)))
two <- vapply(1:3, function(k) system.time(draw_up(page_of(parquet)))[["elapsed"]], 1)
future::plan("sequential")
cat(sprintf("one worker %.1f s, two %.1f s\n", one, stats::median(two)))
say("two workers of one thread each, against one", one / stats::median(two), 1.6, at_least = TRUE)
options(idleledger.threads = NULL, idleledger.memory = NULL)
unlink(folder, recursive = TRUE)
