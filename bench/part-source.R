# At the source: what a page worked by a server costs over the same query sent by hand, what a fetch costs over the
# driver's own, and grouping here after a fetch against grouping there; and pages in great number here and there
# (IDLE_RANDOM_PAGES, 2,000). Needs PostgreSQL's programs and RPostgres; a server is started in a temporary folder.
suppressMessages(library(testthat))
for (file in c("helper-server.R", "helper-random-pages.R")) source(file.path(here, "..", "tests", "testthat", file))
rows <- as.numeric(Sys.getenv("IDLE_ROWS", "1e7"))

source_bench <- function() {
  connection <- local_connection()
  tell <- function(sql) DBI::dbExecute(connection, sql)
  tell(sprintf(paste(
    "CREATE TABLE tolls AS SELECT 'lock ' || (1 + i * 7919 %% 200) AS lock, DATE '2020-01-01' + CAST(i %% 1500 AS",
    "integer) AS day, CAST(round(CAST(exp(random() * 5) AS numeric), 2) AS double precision) AS toll",
    "FROM generate_series(1, CAST(%.0f AS bigint)) AS i"
  ), rows))
  tell("ANALYZE tolls")
  tolls <- ledger(connection, "tolls")
  page <- brief(tolls, only = toll > 2, lines = lock, figures = c(n = count(), s = sum(toll), m = max(toll)),
    beside = c(place = rank(falling(s))), order = place)
  sql <- unclass(as_sql(page))
  times <- alternating(ours = draw_up(page, at = "source"), hand = DBI::dbGetQuery(connection, sql),
    here = draw_up(page),
    rounds = 3)
  cat(sprintf("%.0f million rows: at the source %.1f s, here after a fetch %.1f s\n", rows / 1e6,
    stats::median(times[, "ours"]), stats::median(times[, "here"])))
  say("a page worked at the source, against the same query by hand", ratio(times, "ours", "hand"), 1.1)
  cat(sprintf("fetched and grouped here, against at the source: %.1f x\n", ratio(times, "here", "ours")))
  part <- "SELECT lock, day, toll FROM tolls LIMIT 5000000"
  some <- ledger(connection, part)
  bring <- function() {
    fresh <- some
    fresh$kept <- new.env(parent = emptyenv())
    asNamespace("idleledger")$columns_in_hand(fresh, c("lock", "day", "toll"))
  }
  times <- alternating(ours = bring(), driver = DBI::dbGetQuery(connection, part), rounds = 3)
  cat(sprintf("5 million rows of three columns: %.1f s, the driver alone %.1f s\n", stats::median(times[, "ours"]),
    stats::median(times[, "driver"])))
  say("fetching, against the driver's own fetch", ratio(times, "ours", "driver"), 1.2)
}
source_bench()

pages_at_both <- function(n) {
  connection <- local_connection()
  set.seed(2026)
  counts <- c(same = 0, apart = 0, unsaid = 0)
  for (i in seq_len(n)) {
    if (i %% 25 == 1) {
      DBI::dbWriteTable(connection, "t", table_for_pages(any_one(1, 7, 60, 250), TRUE), overwrite = TRUE,
        field.types = types_for_pages)
      t <- ledger(connection, "t")
    }
    text <- page_text()
    page <- tryCatch(eval(parse(text = text)), idle_error = function(e) NULL)
    if (is.null(page)) next
    drawn <- tryCatch(asNamespace("idleledger")$work_brief(page), idle_error = function(e) NULL)
    if (is.null(drawn)) next
    found <- tryCatch(asNamespace("idleledger")$checks_against_source(drawn, connection)[[1]],
      idle_not_at_source = function(e) NULL)
    what <- if (is.null(found)) "unsaid" else if (found$status == "ties") "same" else "apart"
    if (what == "apart") cat(text, "\n", found$sentence, "\n")
    counts[[what]] <- counts[[what]] + 1
  }
  counts
}
counts <- pages_at_both(as.integer(Sys.getenv("IDLE_RANDOM_PAGES", "2000")))
cat(sprintf("random pages here and at PostgreSQL: %d the same, %d not said\n", counts[["same"]], counts[["unsaid"]]))
say("pages that differ beyond the bound", counts[["apart"]], 0, unit = "")
