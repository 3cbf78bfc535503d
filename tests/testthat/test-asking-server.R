# A server is only read from, at one moment, within the time allowed.
test_that("a server is only read from, at one moment, within the time allowed, and a lost one is told", {
  connection <- local_connection()
  DBI::dbWriteTable(connection, "t", data.frame(k = 1:3, x = c(1.5, 2, NA)))
  page <- brief(ledger(connection, "t"), lines = k, figures = c(s = sum(x)))
  writing <- brief(ledger(connection, "SELECT k, x FROM t WHERE nextval('counter') > 0"), lines = k) |>
    expect_error(class = "idle_bad_file")
  DBI::dbExecute(connection, "CREATE SEQUENCE counter")
  page_of_writer <- brief(ledger(connection, "t"), lines = k)
  page_of_writer$source$query$sql <- "SELECT k, x FROM t WHERE nextval('counter') > 0"
  page_of_writer$source$query$table <- NULL
  expect_error(draw_up(page_of_writer, at = "source"), "read-only", class = "idle_server_error")

  slow <- page
  slow$source$query[c("sql", "table")] <- list("SELECT k, x FROM t, pg_sleep(20)", NULL)
  withr::with_options(list(idleledger.timeout = 0.2), {
    began <- Sys.time()
    expect_error(draw_up(slow, at = "source"), "within the time allowed", class = "idle_took_too_long")
    expect_lt(as.double(Sys.time() - began, units = "secs"), 10)
  })
  expect_error(withr::with_options(list(idleledger.timeout = -1), draw_up(page, at = "source")),
    class = "idle_bad_option")

  DBI::dbExecute(connection, "ALTER TABLE t RENAME COLUMN x TO y")
  expect_error(draw_up(page, at = "source"), "has changed since it was opened", class = "idle_bad_file")
  DBI::dbExecute(connection, "ALTER TABLE t RENAME COLUMN y TO x")
  expect_identical(draw_up(page, at = "source")$s, c(1.5, 2, NA))

  number <- DBI::dbGetQuery(connection, "SELECT pg_backend_pid() AS n")$n
  server <- DBI::dbGetInfo(connection)$host
  # As soon as it has been asked something that takes long.
  told_later <- function(what) {
    script <- withr::local_tempfile(lines = sprintf("DO $$ BEGIN LOOP
      IF (SELECT bool_or(%s(pid)) FROM pg_stat_activity WHERE pid = %d AND state = 'active'
        AND clock_timestamp() - query_start > interval '0.3 seconds') THEN EXIT; END IF;
      PERFORM pg_sleep(0.05), pg_stat_clear_snapshot();
    END LOOP; END $$;", what, number), .local_envir = parent.frame())
    system2(server_program("psql"), c("-X", "-q", "-h", server, "-U", "postgres", "-f", script), wait = FALSE,
      stdout = FALSE, stderr = FALSE)
  }
  told_later("pg_cancel_backend")
  expect_error(draw_up(slow, at = "source"), "was cancelled there", class = "idle_cancelled")
  expect_identical(draw_up(page, at = "source")$s, c(1.5, 2, NA))
  told_later("pg_terminate_backend")
  expect_error(draw_up(slow, at = "source"), "was lost", class = "idle_lost_connection")
  expect_no_match(paste(capture.output(print(page$source)), collapse = ""), "password|host|user")
})
