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

# What each server says of a page that was worked here: "same", "apart" or "unsaid".
said_by <- function(drawn, connection, text) {
  found <- tryCatch(asNamespace("idleledger")$checks_against_source(drawn, connection)[[1]],
    idle_not_at_source = function(e) NULL, idle_no_group = function(e) NULL)
  if (is.null(found)) return("unsaid")
  if (found$status == "ties") return("same")
  cat(text, "\n", found$sentence, "\n")
  "apart"
}

pages_everywhere <- function(n) {
  servers <- list(PostgreSQL = local_connection(), SQLite = DBI::dbConnect(RSQLite::SQLite(), ":memory:"))
  on.exit(DBI::dbDisconnect(servers$SQLite))
  set.seed(as.integer(Sys.getenv("IDLE_SEED", "2026")))
  counts <- array(0, c(3, 2), list(c("same", "apart", "unsaid"), names(servers)))
  for (i in seq_len(n)) {
    if (i %% 25 == 1) {
      tables <- tables_for_pages(any_one(0, 1, 7, 60, 250, 800))
      put_tables(servers$PostgreSQL, tables, typed = TRUE)
      put_tables(servers$SQLite, tables, days_as_texts = TRUE)
      list2env(Map(function(table, name) ledger(table, name = name), tables, names(tables)), environment())
    }
    text <- page_text()
    page <- tryCatch(eval(parse(text = text)), idle_error = function(e) NULL)
    drawn <- if (!is.null(page)) tryCatch(asNamespace("idleledger")$work_brief(page), idle_error = function(e) NULL)
    if (!is.null(drawn)) for (name in names(servers)) {
      what <- said_by(drawn, servers[[name]], text)
      counts[what, name] <- counts[what, name] + 1
    }
  }
  counts
}
counts <- pages_everywhere(as.integer(Sys.getenv("IDLE_RANDOM_PAGES", "2000")))
cat(sprintf("random pages worked here and at %s: %d the same, %d not said there\n", colnames(counts), counts["same", ],
  counts["unsaid", ]), sep = "")
say("pages that differ beyond the bound", sum(counts["apart", ]), 0, unit = "")
