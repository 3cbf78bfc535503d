# Opening files: a CSV of 5 million rows (two texts of few values, a date, two numbers), Parquet, the command line.
reading_table <- function(n) {
  set.seed(7)
  data.frame(
    reach = sample(paste("reach", 1:20), n, TRUE), lock = sample(paste("Lock number", 1:300), n, TRUE),
    day = as.Date("2024-01-01") + sample(700, n, TRUE), tonnes = sample(100, n, TRUE) + 0,
      toll = round(runif(n) * 1000, 2)
  )
}
folder <- tempfile()
dir.create(folder)
csv <- file.path(folder, "tolls.csv")
table <- reading_table(5e6)
readr::write_csv(table, csv, progress = FALSE)

plain_read <- function(path) {
  con <- file(path, "rb")
  on.exit(close(con))
  while (length(readBin(con, "raw", 1e7))) NULL
}
times <- alternating(
  ledger = ledger(csv), readr = readr::read_csv(csv, lazy = FALSE, num_threads = 2, show_col_types = FALSE,
    progress = FALSE),
  bytes = plain_read(csv), rounds = 5
)
say("opening a CSV of 5 million rows: faster than readr on two threads", ratio(times, "readr", "ledger"), 2,
  at_least = TRUE)
say("... against a plain read of its bytes, one thread", ratio(times, "ledger", "bytes"), 10)
setup <- "library(idleledger)"
columns <- 5e6 * (2 * 4 + 3 * 8) / 2^20
say("... peak memory against its columns", peak_above(setup, sprintf("l <- ledger('%s')", csv)) / columns, 1.2)

if (requireNamespace("nanoparquet", quietly = TRUE)) {
  parquet <- file.path(folder, "tolls.parquet")
  nanoparquet::write_parquet(table, parquet)
  times <- alternating(
    ledger = idleledger:::columns_in_hand(ledger(parquet), names(table)), library = nanoparquet::read_parquet(parquet),
  rounds = 7
  )
  say("all columns of a Parquet file, against its library", ratio(times, "ledger", "library"), 1.1)
}

program <- system.file("exec", "idle-ledger", package = "idleledger")
run <- function(...) system2(program, shQuote(c(...)), stdout = FALSE, stderr = FALSE)
sum_of <- c("--lines", "reach", "--figures", "s = sum(toll)")
small <- demo_table("tolls", as = "path")
times <- alternating(
  command = run("draw-up", csv, sum_of), start = run("--version"), ledger = ledger(csv), rounds = 5
)
say("the command line sums that CSV, less its start, against opening it",
  stats::median((times[, "command"] - times[, "start"]) / times[, "ledger"]), 1.2)
times <- alternating(
  page = run("draw-up", small, sum_of), bare = system2("Rscript", c("-e", "1"), stdout = FALSE),
    start = run("--version"), rounds = 9
)
say("the command line's start against bare R", ratio(times, "start", "bare"), 2)
say("a page of 20,000 rows from start to end", stats::median(times[, "page"]), 0.6, unit = "s")
unlink(folder, recursive = TRUE)
