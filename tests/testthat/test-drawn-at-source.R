# A page drawn up at its source.
test_that("a page of the demo is worked at its source, with its crosstab, subtotals and formats", {
  tolls <- as.data.frame(demo_table("tolls"))
  tolls$passed_on <- as.character(tolls$passed_on)
  connection <- lite(tolls = tolls)
  page <- brief(ledger(connection, "tolls"),
    columns = c(day = as_date(passed_on)), only = toll > 0, lines = c(reach, lock, paid),
    figures = c(passages = count(), receipts = sum(toll)), footing = rollup(reach, lock),
    beside = c(part = share(receipts, per = whole())), show = top(2, receipts, per = c(reach, paid)),
    abreast = columns_of(paid, figures = receipts, totals = "both"), layout = c(Reach = reach, Lock = lock, rest())
  )
  there <- draw_up(page, at = "source")
  here <- draw_up(page)
  expect_identical(names(there), names(here))
  expect_equal(as.data.frame(there), as.data.frame(here), ignore_attr = TRUE, tolerance = 1e-12)
  expect_output(print(there), "Worked at the source by SQLite")
  worked <- workings(there)
  expect_output(print(worked), "Worked at the source by SQLite.*WITH entries AS.*Its plan:.*SCAN")
  expect_match(worked$sql, "GROUP BY `reach`, `lock`")
  expect_true(all_tie(tie_out(there)))
  skip_if_not_installed("ggplot2")
  skip_if_not_installed("htmltools")
  by_reach <- draw_up(brief(ledger(connection, "tolls"), lines = reach, figures = c(s = sum(toll))), at = "source")
  expect_match(chart(by_reach)$labels$caption, "worked by SQLite")
  path <- withr::local_tempfile(fileext = ".html")
  report(by_reach, path)
  expect_match(paste(readLines(path), collapse = " "), "20,012 entries used", fixed = TRUE)
  expect_identical(nrow(entries_behind(by_reach, reach == "Upper")), sum(tolls$reach %in% "Upper"))
})

test_that("over shards the grouping is pushed to each of them", {
  connection <- local_connection()
  tell <- function(sql) DBI::dbExecute(connection, sql)
  info <- DBI::dbGetInfo(connection)
  skip_if(inherits(try(tell("CREATE EXTENSION postgres_fdw"), silent = TRUE), "try-error"), "no foreign tables")
  rows <- data.frame(shop = rep(c("a", "b", "c", "d"), 500), part = rep(1:2, each = 1000), x = round(runif(2000), 2))
  tell("CREATE TABLE tolls (shop text, part integer, x numeric(10, 2)) PARTITION BY LIST (part)")
  for (k in 1:2) {
    tell(sprintf("CREATE DATABASE shard_%d", k))
    shard <- DBI::dbConnect(RPostgres::Postgres(), host = info$host, user = "postgres", dbname = sprintf("shard_%d", k))
    DBI::dbWriteTable(shard, "tolls", rows[rows$part == k, ],
      field.types = c(shop = "text", part = "integer", x = "numeric(10, 2)"))
    DBI::dbExecute(shard, "ANALYZE tolls")
    DBI::dbDisconnect(shard)
    tell(sprintf(paste("CREATE SERVER shard_%1$d FOREIGN DATA WRAPPER postgres_fdw OPTIONS",
      "(host '%2$s', dbname 'shard_%1$d', use_remote_estimate 'true')"), k, info$host))
    tell(sprintf("CREATE USER MAPPING FOR postgres SERVER shard_%d OPTIONS (user 'postgres')", k))
    tell(sprintf("CREATE FOREIGN TABLE tolls_%1$d PARTITION OF tolls FOR VALUES IN (%1$d) SERVER shard_%1$d
      OPTIONS (table_name 'tolls')", k))
  }
  tell("SET enable_partitionwise_aggregate = on")
  page <- brief(ledger(connection, "tolls"), only = x > 0.1, lines = shop,
    figures = c(n = count(), s = sum(x), most = max(x), some = sum(x, where = x > 0.5)))
  there <- draw_up(page, at = "source")
  expect_equal(as.data.frame(there), as.data.frame(draw_up(page)), ignore_attr = TRUE)
  plan <- paste(workings(there)$plan, collapse = "\n")
  expect_match(plan, "Partial (Hash|Group)?Aggregate|Foreign Scan")
  by_part <- draw_up(brief(ledger(connection, "tolls"), lines = c(part, shop), figures = c(s = sum(x))), at = "source")
  plan <- paste(workings(by_part)$plan, collapse = "\n")
  expect_match(plan, "Append.*Foreign Scan.*Foreign Scan")
  expect_no_match(plan, "Aggregate[^\n]*\n[^\n]*Append")
})
