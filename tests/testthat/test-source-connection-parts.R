# A table of a database read part by part.
test_that("a table of a database is read part by part, in turn and out of turn", {
  entries <- as.data.frame(tolls)[1:6100, ]
  entries$passed_on <- format(entries$passed_on)
  page <- function(source) {
    brief(source, only = toll > 0, lines = c(reach, lock), figures = c(
      n = count(), s = sum(toll), typical = median(toll), crafts = count_distinct(craft)), footing = rollup(reach))
  }
  at_once <- whole(draw_up(page(entries)))
  check <- function(connection) {
    DBI::dbWriteTable(connection, "tolls", entries)
    parts <- ledger(connection, table = "tolls", in_parts = 1000)
    expect_length(parts$in_parts$n, 7)
    expect_identical(whole(draw_up(page(parts))), at_once)
    expect_identical(whole(draw_up(page(ledger(connection, table = "SELECT * FROM tolls", in_parts = TRUE)))), at_once)
    here <- asNamespace("idleledger")
    for (k in c(3, 1, 7, 2)) expect_identical(
      here$plain_vector(here$coded_columns(here$part_of_ledger(parts, k), "lock")[[1]]),
      entries$lock[parts$in_parts$at[[k]]$first + seq_len(parts$in_parts$n[k]) - 1]
    )
    local_in_package("memory_allowed", function() 2e5)
    expect_true(all_tie(tie_out(page(parts))))
    DBI::dbExecute(connection, "DELETE FROM tolls WHERE reach = 'Upper'")
    expect_match(said_by(draw_up(page(parts))), "has changed since it was opened: it gives fewer entries")
  }
  skip_if_not_installed("RSQLite")
  connection <- DBI::dbConnect(RSQLite::SQLite(), ":memory:")
  withr::defer(DBI::dbDisconnect(connection))
  check(connection)
  DBI::dbExecute(connection, "CREATE TABLE odd (x)")
  DBI::dbExecute(connection, "WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 3000)
    INSERT INTO odd SELECT CASE WHEN i = 2500 THEN 'word' ELSE i END FROM n")
  expect_match(said_by(draw_up(brief(ledger(connection, table = "odd", in_parts = 400), lines = whole(),
    figures = c(s = sum(x))))), "mixed type. Cast the column to one type")
  check(local_connection())
})
