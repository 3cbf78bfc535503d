# Queries as reporting analysts write them: read, drawn up here, and held against the server's own answer.

queries <- c(
  plain = "SELECT passage, lock, toll FROM tolls WHERE toll > 40 AND paid = 'cash'",
  star = "SELECT * FROM locks ORDER BY lock",
  named = "SELECT lock AS \"The lock\", rise_m * 100 AS rise_cm FROM locks l WHERE l.reach <> 'Upper'",
  between = "SELECT count(*) AS n FROM tolls WHERE passed_on BETWEEN DATE '2025-01-01' AND DATE '2025-03-31'",
  in_list = "SELECT reach, count(*) AS n FROM tolls WHERE craft IN ('barge', 'wide') OR craft IS NULL GROUP BY reach",
  not_in = "SELECT count(*) n FROM tolls WHERE craft NOT IN ('barge', 'wide')",
  like = "SELECT lock, count(*) n FROM tolls WHERE lock LIKE 'T%' OR lock LIKE '%e' OR lock LIKE '%ll%' GROUP BY lock",
  like_both = "SELECT DISTINCT lock FROM tolls WHERE lock LIKE 'H%d'",
  not_like = "SELECT count(*) n FROM tolls WHERE lock NOT LIKE '%o%'",
  case_of = "SELECT CASE paid WHEN 'cash' THEN 'till' WHEN 'account' THEN 'books' ELSE 'other' END AS how, sum(toll) s
    FROM tolls GROUP BY CASE paid WHEN 'cash' THEN 'till' WHEN 'account' THEN 'books' ELSE 'other' END",
  case_when = "SELECT lock, sum(CASE WHEN tonnes > 20 THEN 1 ELSE 0 END) AS heavy, count(*) n FROM tolls GROUP BY lock",
  cast = "SELECT CAST(tonnes AS integer) AS t, count(*) n FROM tolls WHERE tonnes = floor(tonnes) GROUP BY 1",
  text = "SELECT CAST(passage AS text) AS p, substring(lock FROM 1 FOR 3) AS s, char_length(lock) n, lock || '!' AS l
    FROM tolls WHERE toll > 45",
  extract = "SELECT EXTRACT(YEAR FROM passed_on) AS y, EXTRACT(MONTH FROM passed_on) AS m, sum(toll) AS s FROM tolls
    GROUP BY EXTRACT(YEAR FROM passed_on), EXTRACT(MONTH FROM passed_on) ORDER BY y, m",
  trunc = "SELECT date_trunc('month', passed_on) AS month, count(*) n FROM tolls GROUP BY 1 ORDER BY 1",
  coalesce = "SELECT coalesce(paid, 'unknown') AS paid, avg(toll) AS a FROM tolls GROUP BY coalesce(paid, 'unknown')",
  nullif = "SELECT sum(toll) / NULLIF(sum(tonnes), 0) AS per_tonne, reach FROM tolls GROUP BY reach",
  whole_division = "SELECT count(*) / 7 AS weeks, (count(*) + 1) / 2 h, -7 / 2 AS minus FROM tolls",
  figures = "SELECT reach, min(toll) a, max(lock) b, count(DISTINCT craft) c, stddev_samp(toll) d, var_pop(tonnes) e
    FROM tolls GROUP BY reach",
  filter = "SELECT lock, count(*) FILTER (WHERE paid = 'cash') AS cash, sum(toll) FILTER (WHERE craft = 'barge') b
    FROM tolls GROUP BY lock",
  within = "SELECT reach, percentile_cont(0.9) WITHIN GROUP (ORDER BY toll) p, percentile_cont(0.25) WITHIN GROUP
    (ORDER BY toll DESC) q, mode() WITHIN GROUP (ORDER BY craft) m FROM tolls GROUP BY reach",
  every = "SELECT lock, bool_or(toll > 30) AS some, every(toll >= 0) AS all_of_them FROM tolls GROUP BY lock",
  listed = "SELECT reach, string_agg(lock, '; ' ORDER BY lock) AS all_locks FROM locks GROUP BY reach",
  having = "SELECT lock, sum(toll) AS receipts FROM tolls GROUP BY lock HAVING sum(toll) > 12000 AND count(*) > 10",
  having_other = "SELECT lock FROM tolls GROUP BY lock HAVING avg(toll) > (SELECT avg(toll) FROM tolls)",
  expression = "SELECT craft, sum(toll) - sum(tonnes) / 10 AS net, max(toll) - min(toll) AS span FROM tolls GROUP BY
  craft",
  rollup = "SELECT reach, craft, sum(toll) s, count(*) n FROM tolls GROUP BY ROLLUP(reach, craft)",
  cube = "SELECT reach, paid, count(*) n, avg(toll) a FROM tolls GROUP BY CUBE(reach, paid)",
  sets = "SELECT reach, paid, count(*) n FROM tolls GROUP BY GROUPING SETS ((reach), (paid), ())",
  grouping = "SELECT reach, craft, GROUPING(reach) AS r, GROUPING(reach, craft) AS b, sum(toll) s FROM tolls
    GROUP BY ROLLUP(reach, craft)",
  mixed_sets = "SELECT reach, craft, paid, count(*) n FROM tolls GROUP BY reach, ROLLUP(craft, paid)",
  having_rollup = "SELECT reach, craft, count(*) n FROM tolls GROUP BY ROLLUP(reach, craft) HAVING count(*) > 1500",
  rank = "SELECT reach, lock, sum(toll) s, rank() OVER (PARTITION BY reach ORDER BY sum(toll) DESC) AS place FROM tolls
    WHERE toll IS NOT NULL GROUP BY reach, lock",
  numbers = "SELECT passage, toll, row_number() OVER (ORDER BY toll, passage) AS n, dense_rank() OVER (ORDER BY toll) d,
    ntile(4) OVER (ORDER BY toll, passage) q, cume_dist() OVER (ORDER BY toll) c FROM tolls
    WHERE lock = 'Tarn Foot' AND toll > 5",
  running = "SELECT passed_on, s, sum(s) OVER (ORDER BY passed_on ROWS UNBOUNDED PRECEDING) AS to_date, avg(s) OVER
    (ORDER BY passed_on ROWS BETWEEN 6 PRECEDING AND CURRENT ROW) AS week, sum(s) OVER (ORDER BY passed_on RANGE BETWEEN
    INTERVAL '6' DAY PRECEDING AND CURRENT ROW) AS days FROM (SELECT passed_on, sum(toll) s FROM tolls GROUP BY
    passed_on)
    AS d ORDER BY passed_on",
  default_frame = "SELECT passed_on, avg(s) OVER (ORDER BY passed_on) AS upto, last_value(s) OVER (ORDER BY passed_on)
  AS l,
    max(s) OVER (ORDER BY passed_on ROWS BETWEEN CURRENT ROW AND UNBOUNDED FOLLOWING) AS rest
    FROM (SELECT passed_on, sum(toll) s FROM tolls GROUP BY passed_on) d",
  centred = "SELECT passed_on, sum(s) OVER (ORDER BY passed_on ROWS BETWEEN 2 PRECEDING AND 2 FOLLOWING) AS five, sum(s)
    OVER (ORDER BY passed_on ROWS BETWEEN 3 PRECEDING AND 1 PRECEDING) AS before
    FROM (SELECT passed_on, sum(toll) s FROM tolls GROUP BY passed_on) d",
  lag = "SELECT m, s, s - lag(s) OVER (ORDER BY m) AS change, lead(s, 2, 0) OVER (ORDER BY m) l, first_value(s) OVER
    (ORDER BY m) f FROM (SELECT date_trunc('month', passed_on) AS m, sum(toll) AS s FROM tolls GROUP BY 1) months",
  named_window = "SELECT lock, n, sum(n) OVER w AS so_far, rank() OVER (w2 ORDER BY n DESC) AS place FROM (SELECT lock,
    count(*) n FROM tolls WHERE lock IS NOT NULL GROUP BY lock) x WINDOW w AS (ORDER BY lock), w2 AS (PARTITION BY n >
    1000)",
  share = "SELECT reach, sum(toll) s, 100 * sum(toll) / sum(sum(toll)) OVER () AS part FROM tolls GROUP BY reach",
  top_of_each = "SELECT * FROM (SELECT reach, lock, sum(toll) s, row_number() OVER (PARTITION BY reach ORDER BY
  sum(toll)
    DESC) AS r FROM tolls WHERE toll > 0 GROUP BY reach, lock) t WHERE r <= 2 ORDER BY reach, r",
  above_average = "SELECT passage, toll FROM (SELECT passage, toll, avg(toll) OVER (PARTITION BY lock) AS a FROM
  tolls) t
    WHERE toll > 4 * a",
  inner_join = "SELECT l.rise_m, count(*) n, sum(t.toll) s FROM tolls t JOIN locks l ON l.lock = t.lock GROUP BY
  l.rise_m",
  left_join = "SELECT l.lock, count(t.passage) AS n FROM locks l LEFT JOIN tolls t ON t.lock = l.lock GROUP BY l.lock",
  left_join_on = "SELECT l.lock, count(t.passage) AS n FROM locks l LEFT JOIN tolls t ON t.lock = l.lock AND t.toll > 20
    AND l.reach = 'Upper' GROUP BY l.lock",
  anti_join = "SELECT l.lock FROM locks l LEFT JOIN tolls t ON t.lock = l.lock WHERE t.lock IS NULL",
  undone_join = "SELECT l.lock, count(*) n FROM locks l LEFT JOIN tolls t ON t.lock = l.lock WHERE t.toll > 30
    GROUP BY l.lock",
  right_join = "SELECT t.lock, g.target FROM (SELECT DISTINCT lock FROM tolls) t RIGHT JOIN targets g ON g.lock =
  t.lock",
  full_join = "SELECT l.lock AS a, g.lock AS b, count(*) n FROM locks l FULL JOIN targets g ON l.lock = g.lock
    GROUP BY l.lock, g.lock",
  using = "SELECT lock, target, rise_m FROM targets JOIN locks USING (lock)",
  cross_join = "SELECT a.lock, b.reach FROM locks a CROSS JOIN (SELECT DISTINCT reach FROM locks) b",
  comma_join = "SELECT l.reach, sum(t.toll) s FROM tolls t, locks l WHERE t.lock = l.lock GROUP BY l.reach",
  uneven_join = "SELECT count(*) n FROM locks a JOIN locks b ON a.reach = b.reach AND a.rise_m < b.rise_m",
  three_tables = "SELECT l.reach, sum(g.target) AS target, sum(d.s) AS receipts FROM targets g JOIN locks l ON l.lock =
    g.lock LEFT JOIN (SELECT lock, date_trunc('month', passed_on) AS month, sum(toll) s FROM tolls GROUP BY 1, 2) d ON
    d.lock = g.lock AND d.month = g.month GROUP BY l.reach",
  month_join = "SELECT g.lock, g.month, count(*) n FROM tolls t JOIN targets g ON t.lock = g.lock AND
    date_trunc('month', t.passed_on) = g.month GROUP BY g.lock, g.month",
  distinct = "SELECT DISTINCT reach, craft FROM tolls",
  first = "SELECT lock, sum(toll) s FROM tolls GROUP BY lock ORDER BY s DESC FETCH FIRST 3 ROWS ONLY",
  ties = "SELECT passage, toll FROM tolls WHERE toll IS NOT NULL ORDER BY toll DESC FETCH FIRST 4 ROWS WITH TIES",
  offset = "SELECT lock, count(*) n FROM tolls GROUP BY lock ORDER BY n DESC OFFSET 2 ROWS FETCH NEXT 5 ROWS ONLY",
  limit = "SELECT lock, rise_m FROM locks ORDER BY rise_m DESC, lock LIMIT 4",
  nulls_first = "SELECT lock, count(*) n FROM tolls GROUP BY lock ORDER BY lock NULLS FIRST LIMIT 3",
  union_all = "SELECT lock, 'lock' AS what FROM locks UNION ALL SELECT lock, 'target' FROM targets WHERE target > 900",
  union = "SELECT lock FROM locks UNION SELECT lock FROM targets",
  exists = "SELECT lock FROM locks l WHERE EXISTS (SELECT 1 FROM tolls t WHERE t.lock = l.lock AND t.toll > 40)",
  not_exists = "SELECT lock FROM locks l WHERE NOT EXISTS (SELECT * FROM tolls t WHERE t.lock = l.lock)",
  in_query = "SELECT reach, sum(toll) s FROM tolls WHERE lock IN (SELECT lock FROM locks WHERE rise_m > 3) GROUP BY
  reach",
  not_in_query = "SELECT lock FROM locks WHERE lock NOT IN (SELECT lock FROM tolls)",
  not_in_known = "SELECT lock FROM locks WHERE lock NOT IN (SELECT lock FROM tolls WHERE lock IS NOT NULL)",
  one_value = "SELECT passage FROM tolls WHERE toll = (SELECT max(toll) FROM tolls)",
  with = "WITH monthly AS (SELECT lock, date_trunc('month', passed_on) AS m, sum(toll) AS s FROM tolls GROUP BY 1, 2),
    best AS (SELECT m, max(s) AS top FROM monthly GROUP BY m)
    SELECT monthly.m, lock, s FROM monthly JOIN best ON best.m = monthly.m AND best.top = monthly.s",
  logic = "SELECT count(*) n FROM tolls WHERE NOT (toll > 10 AND (tonnes IS NULL OR NOT paid = 'cash'))",
  is_true = "SELECT count(*) n FROM tolls WHERE (toll > 10) IS TRUE OR (paid = 'cash') IS NOT TRUE",
  distinct_from = "SELECT count(*) n FROM tolls WHERE paid IS DISTINCT FROM craft",
  numbers_of = "SELECT abs(-toll) a, round(toll / 3, 1) b, floor(tonnes) c, ceiling(tonnes) d, mod(passage, 7) e,
    greatest(toll, 5) g, power(toll, 2) p FROM tolls WHERE toll > 38 AND tonnes IS NOT NULL",
  days = "SELECT passage, passed_on + INTERVAL '7' DAY AS later, passed_on - DATE '2025-01-01' AS since FROM tolls
    WHERE toll > 45",
  comments = "SELECT /* all of them */ count(*) -- rows\n AS n FROM tolls;"
)

local_tolls <- function(env = parent.frame()) {
  connection <- local_connection(env)
  tables <- lapply(stats::setNames(nm = c("tolls", "locks", "targets")), function(name) as.data.frame(demo_table(name)))
  for (name in names(tables)) {
    types <- vapply(tables[[name]], function(x) {
      if (inherits(x, "Date")) "date" else if (is.character(x)) "text" else if (all(x == floor(x), na.rm = TRUE))
        "integer" else "numeric(12, 2)"
    }, "")
    DBI::dbWriteTable(connection, name, tables[[name]], field.types = types)
  }
  list(connection = connection, tables = lapply(tables, function(table) {
    whole <- vapply(table, function(x) is.numeric(x) && !inherits(x, "Date") && all(x == floor(x), na.rm = TRUE), TRUE)
    table[whole] <- lapply(table[whole], as.integer)
    table
  }))
}

test_that("queries mean here what they mean on a server", {
  at <- local_tolls()
  for (name in names(queries)) {
    there <- DBI::dbGetQuery(at$connection, queries[[name]])
    page <- rlang::inject(read_select(queries[[name]], !!!at$tables))
    here <- as.data.frame(draw_up(page))
    here <- here[setdiff(names(here), c("line_kind", "summed_over"))]
    expect_identical(ncol(here), ncol(there), label = name)
    expect_identical(as_rows(here), as_rows(there), label = name)
  }
})

test_that("quotients are cut off where the server cuts them off, and nowhere else", {
  at <- local_tolls()
  whole <- c("passage", "7", "-passage", "passage + 2", "count(*)", "count(paid)", "sum(passage)", "max(passage)",
    "char_length(lock)", "CAST(toll AS integer)", "CASE WHEN toll > 9 THEN passage ELSE 3 END", "abs(passage)",
    "coalesce(passage, 1)", "greatest(passage, 3)", "passage % 5")
  broken <- c("toll", "7.0", "passage + toll", "sum(toll)", "avg(passage)", "CAST(passage AS numeric)",
    "CASE WHEN toll > 9 THEN passage ELSE toll END", "coalesce(toll, 1)", "EXTRACT(YEAR FROM passed_on)", "round(toll)",
    "floor(toll)", "sqrt(passage)", "min(toll)", "power(passage, 2)")
  grouped <- "count|sum|avg|max[(]|min[(]"
  for (one in c(whole, broken)) for (by in c("7", "7.0")) {
    from <- if (grepl(grouped, one)) "tolls GROUP BY lock" else "tolls WHERE passage < 60"
    query <- sprintf("SELECT (%s) / %s AS q FROM %s", one, by, from)
    there <- DBI::dbGetQuery(at$connection, query)
    page <- tryCatch(rlang::inject(read_select(query, !!!at$tables)), idle_not_read = function(e) NULL)
    if (is.null(page)) next
    expect_identical(as_rows(as.data.frame(draw_up(page))["q"]), as_rows(there), label = query)
    expect_identical(any(grepl("cuts off", page$notes)), one %in% whole && by == "7", label = query)
  }
})

test_that("a page that was said to a server reads back to the same answer", {
  connection <- local_connection()
  set.seed(11)
  tables <- tables_for_pages(80)
  put_tables(connection, tables, typed = TRUE)
  ledgers <- lapply(stats::setNames(nm = names(tables)), function(name) ledger(connection, name))
  list2env(ledgers, environment())
  back <- 0
  for (i in seq_len(rounds(150))) {
    text <- page_text()
    page <- tryCatch(eval(parse(text = text)), idle_error = function(e) NULL)
    if (is.null(page) || !is.null(page$checked$footing) || !is.null(page$checked$abreast)) next
    query <- tryCatch(as_sql(page), idle_not_at_source = function(e) NULL)
    if (is.null(query)) next
    again <- tryCatch(rlang::inject(read_select(unclass(query), !!!ledgers)), idle_not_read = function(e) NULL,
      idle_wrong_kind = function(e) expect_match(conditionMessage(e), "NaN"))
    if (!inherits(again, "idle_brief")) next
    back <- back + 1
    expect_identical(as_rows(as.data.frame(draw_up(again))), as_rows(as.data.frame(draw_up(page))), label = text)
  }
  expect_gt(back, rounds(150) / 5)
})

test_that("a table without a name of its own is called as the query calls it", {
  page <- read_select("SELECT reach, count(*) AS n FROM locks GROUP BY reach", locks = ledger(demo_table("locks")))
  connection <- local_connection()
  DBI::dbWriteTable(connection, "locks", as.data.frame(demo_table("locks")))
  expect_true(all_tie(tie_out(page, against = connection)))
})

test_that("what is wrong with a query is told with its line and column", {
  tolls <- demo_table("tolls")
  wrong <- list(
    list("SELECT lock,\n  FROM tolls", "no_parse", "line 2, column 3: a name is needed"),
    list("SELECT lock FROM tolls WHERE", "no_parse", "column 29: .*the query ends"),
    list("SELECT 'open FROM tolls", "no_parse", "column 8: .*A quote is opened"),
    list("SELECT lock FROM nowhere", "unknown_table", "column 18: there is no table `nowhere`"),
    list("SELECT lokc FROM tolls", "unknown_column", "column 8: there is no column `lokc`.*lock"),
    list("SELECT reach,\n       toll FROM tolls GROUP BY reach", "not_determined",
      "line 2, column 8: .*several values"),
    list("SELECT soundex(lock) FROM tolls", "not_read", "column 8: SOUNDEX\\(\\) is not read"),
    list("SELECT a.lock FROM tolls a, tolls b WHERE lock = 'x'", "unknown_column", "may be a column of a or b"),
    list("SELECT lock FROM tolls INTERSECT SELECT lock FROM tolls", "no_parse", "INTERSECT"),
    list("SELECT sum(sum(toll)) FROM tolls", "not_read", "SUM\\(\\) without GROUP BY"),
    list("SELECT lock FROM tolls ORDER BY 4", "no_parse", "columns to sort by"),
    list("SELECT lock FROM tolls UNION SELECT lock, reach FROM tolls", "no_parse", "UNION puts 2 columns under 1"),
    list("SELECT rank() OVER () FROM tolls", "no_parse", "goes by an order"),
    list("SELECT sum(toll) OVER (ORDER BY toll RANGE BETWEEN 5 PRECEDING AND CURRENT ROW) FROM tolls", "not_read",
      "RANGE"),
    list("WITH g AS (SELECT reach, sum(toll) AS s FROM tolls GROUP BY ROLLUP(reach))\nSELECT s FROM g", "not_read",
      "line 2, column 15: .*ROLLUP"),
    list("SELECT s FROM (SELECT sum(toll) AS s FROM tolls GROUP BY CUBE(reach)) AS g", "not_read", "ROLLUP, CUBE"),
    list("SELECT DISTINCT reach FROM tolls GROUP BY ROLLUP(reach)", "not_read", "ROLLUP, CUBE"),
    list("SELECT lock FROM tolls UNION ALL SELECT lock FROM tolls GROUP BY ROLLUP(lock)", "not_read", "ROLLUP, CUBE"),
    list("SELECT lock FROM tolls WHERE lock LIKE '_x'", "not_read", "LIKE with _"),
    list("SELECT passed_on + INTERVAL '1' MONTH FROM tolls", "not_read", "a span of months"),
    list("SELECT lock FROM tolls; SELECT lock FROM tolls", "no_parse", "the query ended before"),
    list("UPDATE tolls SET toll = 0", "no_parse", "SELECT is needed"),
    list("SELECT lock FROM tolls NATURAL JOIN tolls b", "no_parse", "names its keys"),
    list("SELECT a.lock FROM tolls a LEFT JOIN tolls b ON a.toll < b.toll", "not_read", "outer join"),
    list("WITH RECURSIVE x AS (SELECT 1 FROM tolls) SELECT * FROM x", "no_parse", "names itself"),
    list("SELECT CAST(toll AS money) FROM tolls", "not_read", "type money"),
    list("SELECT CASE END FROM tolls", "no_parse", ""), list("", "no_parse", "SELECT is needed"),
    list(paste0(strrep("(", 300), "SELECT"), "no_parse", "SELECT|at most"),
    list("SELECT lock FROM tolls WHERE toll > (SELECT lock, toll FROM tolls)", "no_parse", "one column")
  )
  for (one in wrong) {
    expect_error(read_select(one[[1]], tolls = tolls), one[[3]], class = paste0("idle_", one[[2]]), label = one[[1]])
  }
  expect_error(read_select("missing.sql", tolls = tolls), class = "idle_no_file")
  expect_error(read_select(3), class = "idle_bad_argument")
  expect_error(read_select("SELECT 1 FROM a", tolls), "by the names", class = "idle_bad_argument")
})

test_that("cut and stirred queries are read or told, and never anything else", {
  tolls <- head(as.data.frame(demo_table("tolls")), 30)
  locks <- demo_table("locks")
  set.seed(5)
  for (query in sample(unname(queries), 25)) {
    words <- strsplit(query, "(?<=[^A-Za-z0-9_'])|(?=[^A-Za-z0-9_'])", perl = TRUE)[[1]]
    for (k in 1:8) {
      at <- sample(length(words), 2)
      stirred <- switch(1 + k %% 4, words[-at[1]], words[seq_len(at[1])], replace(words, at[1], words[at[2]]),
        append(words, sample(c("(", ")", "'", ",", "SELECT", "\u00fc", "0", ";"), 1), at[1]))
      said <- tryCatch({
        read_select(paste(stirred, collapse = ""), tolls = tolls, locks = locks, targets = locks)
        "read"
      }, idle_error = function(e) "told", error = function(e) paste(conditionMessage(e), paste(stirred, collapse = "")))
      expect_true(said %in% c("read", "told"), label = said)
    }
  }
})

test_that("the classic mistakes of queries are said on the page", {
  tolls <- as.data.frame(demo_table("tolls"))
  tolls$at <- as.POSIXct(tolls$passed_on, tz = "UTC")
  said <- list(
    "average of all rows up to this one" = "SELECT avg(toll) OVER (ORDER BY passed_on) FROM tolls",
    "up to its own row" = "SELECT last_value(toll) OVER (ORDER BY passed_on) FROM tolls",
    "NOT IN of a query" = "SELECT lock FROM tolls WHERE lock NOT IN (SELECT lock FROM tolls WHERE toll > 40)",
    "only the first moment" = "SELECT lock FROM tolls WHERE at BETWEEN '2025-01-01' AND '2025-01-31'",
    "the left join loses them" = "SELECT a.lock FROM tolls a LEFT JOIN locks b ON a.lock = b.lock WHERE b.rise_m > 2",
    "counts the rows in which toll is filled in" = "SELECT count(toll) FROM tolls",
    "drops rows that are alike" = "SELECT lock FROM tolls UNION SELECT lock FROM locks",
    "cuts off the fraction" = "SELECT count(*) / 2 FROM tolls", "rows of no order" = "SELECT lock FROM tolls LIMIT 3"
  )
  for (what in names(said)) {
    page <- read_select(said[[what]], tolls = tolls, locks = demo_table("locks"))
    expect_match(paste(page$notes, collapse = " "), what, label = said[[what]])
    expect_match(paste(gsub("\\s+", " ", capture.output(print(page))), collapse = " "), "of the query, at \"")
  }
  averages <- read_select("SELECT avg(a) AS mean FROM (SELECT lock, avg(toll) AS a FROM tolls GROUP BY lock) x",
    tolls = tolls)
  expect_match(paste(attr(draw_up(averages), "idle")$notes, collapse = " "), "average of averages")
})

test_that("the command line ties a query out", {
  folder <- withr::local_tempdir()
  writeLines(c("SELECT reach, sum(toll) AS receipts", "FROM tolls GROUP BY reach"), file.path(folder, "receipts.sql"))
  write_statement(draw_up(brief(demo_table("tolls"))), file.path(folder, "tolls.csv"))
  sql <- file.path(folder, "receipts.sql")
  source <- paste0("tolls=", file.path(folder, "tolls.csv"))
  ran <- program("tie-out", "--select", sql, "--source", source)
  expect_identical(ran$status, 0L)
  expect_match(paste(ran$out, collapse = " "), "Recomputed: 1 figure of 3 lines")
  ran <- program("draw-up", file.path(folder, "tolls.csv"), "--select", sql)
  expect_identical(ran$status, 2L)
  expect_match(paste(ran$err, collapse = " "), "With --select there is no other file")
})
