# What a database gives as columns.
test_that("a connection that is lost while a table is fetched is told as that", {
  first <- local_connection()
  DBI::dbWriteTable(first, "t", data.frame(k = 1:3, x = c(1.5, 2, NA)))
  pages <- list(
    all = function(to) brief(ledger(to, "t"), lines = k, figures = c(s = sum(x))),
    some = function(to) brief(ledger(to, "t"), only = k > 1, lines = k, figures = c(s = sum(x))),
    parts = function(to) brief(ledger(to, "t", in_parts = 2), lines = k, figures = c(s = sum(x)))
  )
  for (name in names(pages)) {
    to <- DBI::dbConnect(RPostgres::Postgres(), host = DBI::dbGetInfo(first)$host, user = "postgres")
    page <- pages[[name]](to)
    number <- DBI::dbGetQuery(to, "SELECT pg_backend_pid() AS n")$n
    DBI::dbGetQuery(first, sprintf("SELECT pg_terminate_backend(%d)", number))
    Sys.sleep(0.2)
    expect_error(draw_up(page), "The connection was lost while t(, .*)? was read", class = "idle_lost_connection",
      info = name)
    try(DBI::dbDisconnect(to), silent = TRUE)
  }
})
