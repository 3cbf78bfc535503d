# Pages worked at a server and here: the same answers, over random pages; what cannot be said; what goes wrong there.

# What a tie-out says of both places; of most pages without its other checks.
check_of_source <- function(page, connection, whole) {
  if (!whole) return(idleledger:::checks_against_source(idleledger:::work_brief(page), connection)[[1]])
  Filter(function(check) check$check == "source", tie_out(page, against = connection)$checks)[[1]]
}

# Each page is drawn up here and worked there: every cell must agree within the bound that is stated.
expect_same_at <- function(connection, n, seed, tables, least_said) {
  set.seed(seed)
  said <- 0
  for (i in seq_len(n)) {
    if (i %% 20 == 1) list2env(tables(any_one(1, 7, 60, 250)), environment())
    text <- page_text()
    page <- tryCatch(eval(parse(text = text)), idle_error = function(e) NULL)
    if (is.null(page)) next
    nothing <- function(e) NULL
    source <- tryCatch(check_of_source(page, connection, i %% 5 == 0), idle_not_at_source = nothing,
      idle_no_group = nothing, idle_name_twice = nothing)
    if (is.null(source)) next
    said <- said + 1
    expect_identical(source$status, "ties", label = paste(text, source$sentence))
  }
  expect_gt(said / n, least_said)
}

test_that("random pages are the same here and on PostgreSQL", {
  connection <- local_connection()
  n <- as.integer(Sys.getenv("IDLE_RANDOM_PAGES", rounds(270)))
  expect_same_at(connection, n, 1, function(size) {
    tables <- tables_for_pages(size, TRUE)
    put_tables(connection, tables, typed = TRUE)
    lapply(stats::setNames(nm = names(tables)), function(name) ledger(connection, name))
  }, 0.85)
})

tables_in_hand <- function(connection, size, ...) {
  tables <- tables_for_pages(size)
  put_tables(connection, tables, ...)
  Map(function(table, name) ledger(table, name = name), tables, names(tables))
}

test_that("random pages are the same here and on SQLite", {
  connection <- lite()
  n <- as.integer(Sys.getenv("IDLE_RANDOM_PAGES", rounds(270)))
  expect_same_at(connection, n, 2, function(size) tables_in_hand(connection, size, days_as_texts = TRUE), 0.5)
})

test_that("random pages are the same here and on MariaDB", {
  connection <- local_mariadb()
  expect_same_at(connection, rounds(150), 3, function(size) tables_in_hand(connection, size), 0.6)
})

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

test_that("pages upon pages, single entries and a SELECT as ledger are said", {
  locks <- as.data.frame(demo_table("locks"))
  connection <- lite(locks = locks, entries = locks)
  below <- brief(ledger(connection, "SELECT * FROM locks WHERE rise_m > 2"), lines = reach,
    figures = c(n = count(), rise = sum(rise_m)), footing = whole())
  pages <- list(
    brief(below, only = n > 1, beside = c(place = rank(falling(rise)), so_far = running(sum(n), along = reach))),
    brief(ledger(connection, "entries"), columns = c(high = rise_m > 3), only = high, beside = c(n = row_number(lock)),
      order = lock),
    brief(below, lines = whole(), figures = c(most = max(rise), reaches = count()))
  )
  for (page in pages) {
    proof <- tie_out(page, against = connection)
    expect_identical(proof$checks[[which(vapply(proof$checks, `[[`, "", "check") == "source")]]$status, "ties")
    expect_equal(as.data.frame(draw_up(page, at = "source")), as.data.frame(draw_up(page)), ignore_attr = TRUE)
  }
})

test_that("another table is joined there as it is brought in here", {
  tolls <- head(as.data.frame(demo_table("tolls")), 3000)
  tolls$passed_on <- as.character(tolls$passed_on)
  locks <- as.data.frame(demo_table("locks"))
  locks_twice <- rbind(locks, locks[3:5, ])
  tables <- lapply(list(tolls = tolls, locks = locks, locks_twice = locks_twice), function(table) table)
  for (connection in list(do.call(lite, tables), local_connection())) {
    for (name in names(tables)) DBI::dbWriteTable(connection, name, tables[[name]], overwrite = TRUE)
    t <- ledger(connection, "tolls")
    l <- ledger(connection, "locks")
    twice <- ledger(connection, "locks_twice")
    by_lock <- brief(t, lines = lock, figures = c(all = sum(toll)))
    pages <- list(
      quote(brief(t, prepare = bring_in(l, match = lock, columns = c(rise_m, high = reach)), lines = high,
        figures = c(n = count(), rise = sum(rise_m)))),
      quote(brief(t, prepare = bring_in(twice, match = lock, columns = c(high = reach), expect = "many",
        without_partner = "leave_out"), lines = c(high, lock), figures = c(s = sum(toll)))),
      quote(brief(l, prepare = bring_in(by_lock, match = lock), order = lock, layout = c(lock, all))),
      quote(brief(t, prepare = c(bring_in(by_lock, match = lock), bring_in(l, match = lock, columns = rise_m)),
        only = toll > all / 100, lines = rise_m, figures = c(n = count())))
    )
    for (page in pages) {
      page <- eval(page)
      expect_equal(as.data.frame(draw_up(page, at = "source")), as.data.frame(draw_up(page)), ignore_attr = TRUE)
    }
    stacked <- brief(t, prepare = stack_on(l, name = from), lines = c(from, reach), figures = c(n = count(lock),
      s = sum(toll), rise = max(rise_m)))
    expect_equal(as.data.frame(draw_up(stacked, at = "source")), as.data.frame(draw_up(stacked)), ignore_attr = TRUE)
    page <- brief(t, prepare = bring_in(twice, match = lock, columns = c(high = reach)), lines = high)
    expect_match(unclass(as_sql(page)), "-- This holds while each lock stands once in twice")
    expect_error(draw_up(page, at = "source"), "only while each lock stands once", class = "idle_not_at_source")
    expect_error(as_sql(brief(t, prepare = bring_in(l, match = lock, columns = rise_m, without_partner = "both"))),
      "are added, here", class = "idle_not_at_source")
  }
})

test_that("names and texts of any kind are quoted, and nothing in them is run", {
  hostile <- c("a\"b", "x`y", "select", "1 or 1=1", "semi;colon", "-- note", "o'brien", "back\\slash", "\u00fcber",
    "a.b", "two\nlines")
  values <- c("'; DROP TABLE kept; --", "\\'; DELETE FROM kept; --", "\"", "%s %d", "\u202e", "' OR ''='", "$1", "?",
    ":x", "a\n  b\n\nc", "/* */", "it'''s\n(")
  for (connection in list(lite(kept = data.frame(a = 1)), local_connection())) {
    DBI::dbWriteTable(connection, "kept", data.frame(a = 1), overwrite = TRUE)
    for (name in hostile) {
      table <- data.frame(values, seq_along(values))
      names(table) <- c(name, "n")
      DBI::dbWriteTable(connection, "the \"table\"", table, overwrite = TRUE)
      column <- as.name(name)
      page <- rlang::inject(brief(ledger(connection, "the \"table\""), only = (!!column) != !!values[1],
        lines = c(key = !!column), figures = c(s = sum(n), m = max(!!column)), beside = c(r = rank(key))))
      expect_equal(as.data.frame(draw_up(page, at = "source")), as.data.frame(draw_up(page)), ignore_attr = TRUE)
      for (value in values) {
        one <- rlang::inject(brief(ledger(connection, "the \"table\""), only = (!!column) == !!value, lines = whole(),
          figures = c(s = sum(n))))
        expect_identical(draw_up(one, at = "source")$s, as.double(match(value, values)))
      }
    }
    expect_identical(DBI::dbGetQuery(connection, "SELECT count(*) AS n FROM kept")$n |> as.integer(), 1L)
  }
})

test_that("what cannot be said is named with its reason", {
  tolls <- as.data.frame(demo_table("tolls"))
  connection <- lite(tolls = transform(tolls, passed_on = as.character(passed_on)))
  t <- ledger(tolls, name = "tolls")
  unsaid <- list(
    "upper\\(lock\\).*letters" = quote(brief(t, columns = c(u = upper(lock)))),
    "sd\\(toll\\).*square root" = quote(brief(t, lines = lock, figures = c(s = sd(toll)))),
    "others.*entries here" = quote(brief(t, lines = lock, figures = c(s = sum(toll)), show = top(2, s, others = TRUE))),
    "lines without entries" = quote(brief(t, lines = crossed(lock, paid), figures = c(n = count()))),
    "strike_duplicates\\(\\) is worked here" = quote(brief(t, prepare = strike_duplicates())),
    "order of entry" = quote(brief(t, lines = lock, figures = c(f = first(toll)))),
    "wider group's own figure" = quote(brief(t, lines = lock, figures = c(m = median(toll)), beside = c(s = share(m)))),
    "alphabet" = quote(brief(t, lines = lock, figures = c(n = count()), locale = "sv")),
    "skip_missing" = quote(brief(t, lines = passed_on, figures = c(s = sum(toll)),
      beside = c(l = lag(s, 1, along = passed_on, skip_missing = TRUE)))),
    "frame of months" = quote(brief(t, lines = passed_on, figures = c(s = sum(toll)),
      beside = c(r = rolling(sum(s), months(1), along = passed_on))))
  )
  for (reason in names(unsaid)) {
    expect_error(as_sql(eval(unsaid[[reason]]), connection), reason, class = "idle_not_at_source", label = reason)
  }
  expect_error(as_sql(brief(t, lines = lock)), "not on a server", class = "idle_bad_argument")
  expect_error(as_sql(brief(t, lines = lock), "tolls"), "opened with DBI", class = "idle_bad_argument")
  expect_error(as_sql(brief(ledger(tolls, "passages.csv"), lines = lock), connection), "no table `passages`",
    class = "idle_no_file")
  expect_error(draw_up(brief(t, lines = lock), at = "there"), class = "idle_bad_argument")
  page <- brief(ledger(connection, "tolls"), only = toll > given(least), lines = lock)
  expect_error(draw_up(page, at = "source"), "given\\(least\\)", class = "idle_not_given")
  expect_error(draw_up(supply(page, least = 3), at = "source", sealed = TRUE), "no seal", class = "idle_bad_argument")
})

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
  told_later <- function(what) {
    system2("sh", c("-c", shQuote(sprintf(
      "sleep 0.7; %s -X -q -h %s -U postgres -c 'SELECT %s(%d)'", server_program("psql"), server, what, number))),
      wait = FALSE, stdout = FALSE, stderr = FALSE)
  }
  told_later("pg_cancel_backend")
  expect_error(draw_up(slow, at = "source"), "was cancelled there", class = "idle_cancelled")
  expect_identical(draw_up(page, at = "source")$s, c(1.5, 2, NA))
  told_later("pg_terminate_backend")
  expect_error(draw_up(slow, at = "source"), "was lost", class = "idle_lost_connection")
  expect_no_match(paste(capture.output(print(page$source)), collapse = ""), "password|host|user")
})

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
