# What PostgreSQL is asked, held against what is worked here.
test_that("random pages are the same here and on PostgreSQL", {
  connection <- local_connection()
  n <- as.integer(Sys.getenv("IDLE_RANDOM_PAGES", rounds(270)))
  expect_same_at(connection, n, 1, function(size) {
    tables <- tables_for_pages(size, TRUE)
    put_tables(connection, tables, typed = TRUE)
    lapply(stats::setNames(nm = names(tables)), function(name) ledger(connection, name))
  }, 0.85)
})
