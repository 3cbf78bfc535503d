# Expressions of single rows, with the precedence and the unknown of SQL.
skip_if_not_installed("RSQLite")
dues <- dues_in_text()
berths <- berths_table()

test_that("expressions mean what they mean in a database", {
  connection <- lite(dues = dues, berths = berths)
  for (x in c("due + tonnes * 2 - 1", "(due + 1) * -2", "due - -3", "NOT due > 5 OR due > 20 AND wharf = 'Alder'",
    "due BETWEEN 5 AND 10 OR tonnes NOT BETWEEN 10 AND 30", "wharf IN ('Alder', 'Elm') AND goods NOT IN ('coal')",
    "wharf LIKE 'B%' OR goods LIKE '%l'", "CASE WHEN due > 20 THEN 'high' WHEN due > 10 THEN 'some' END",
    "CASE wharf WHEN 'Alder' THEN 1 WHEN 'Brook' THEN 2 ELSE 3 END", "coalesce(NULL, wharf)", "nullif(wharf, 'Alder')",
    "wharf || '-' || goods", "upper(wharf)", "abs(due - 15)", "1.5e1 + .5", "'it''s'", "due >= 10 = (tonnes >= 10)")) {
    predicate <- grepl("BETWEEN|LIKE| IN |NOT due|>= 10 =", x)
    sql <- if (predicate) sprintf("SELECT slip FROM dues WHERE %s", x) else sprintf("SELECT slip, %s AS x FROM dues", x)
    expect_same_query(sql, connection, dues = dues)
  }
  for (x in c("wharf IS NULL", "wharf IS NOT NULL", "wharf <> 'Alder'", "NOT (wharf = 'Alder')",
    "wharf NOT IN ('Alder')")) {
    expect_same_query(sprintf("SELECT berth FROM berths WHERE %s", x), connection, berths = berths)
  }
})

# What may stand in a query, put wherever something may stand.
parts <- c("count(*)", "sum(d.due)", "rank() OVER (ORDER BY d.due)", "sum(d.due) OVER ()", "sum(sum(d.due)) OVER ()",
  "GROUPING(d.wharf)", "(SELECT max(due) FROM dues)", "d.wharf IN (SELECT wharf FROM berths)", "d.*", "*",
  "EXISTS (SELECT 1 FROM berths c WHERE c.wharf = d.wharf)", "INTERVAL '1' DAY", "CAST(d.due AS INTEGER)", "NULL",
  "'text'", "1", "NOT d.due > 3", "d.nosuch", "x.due", "foo(d.due)", "d.due / 0", "d.due = NULL", "DATE '2025-02-30'",
  "CASE WHEN d.due > 3 THEN 1 END", "1e400", "d.wharf || 'a'", "percentile_cont(0.5) WITHIN GROUP (ORDER BY d.due)",
  "sum(d.due) FILTER (WHERE d.due > 3)", "(d.due", "d.due ** 2", "CASE END", "'open", "")
places <- c("SELECT % AS x FROM dues d", "SELECT d.slip FROM dues d WHERE %", "SELECT d.slip FROM dues d WHERE % > 1",
  "SELECT d.slip FROM dues d JOIN berths b ON d.wharf = b.wharf AND % > 1", "SELECT count(*) n FROM dues d GROUP BY %",
  "SELECT d.slip FROM dues d LEFT JOIN berths b ON % = b.wharf", "SELECT %, count(*) n FROM dues d GROUP BY d.wharf",
  "SELECT d.wharf FROM dues d GROUP BY d.wharf HAVING % > 1", "SELECT d.slip FROM dues d ORDER BY %",
  "SELECT d.wharf, sum(d.due) FROM dues d GROUP BY d.wharf ORDER BY %", "SELECT max(%) AS x FROM dues d",
  "SELECT count(*) FILTER (WHERE %) AS n FROM dues d",
  "SELECT rank() OVER (PARTITION BY % ORDER BY d.slip) FROM dues d",
  "SELECT sum(%) OVER (ORDER BY d.slip) AS x FROM dues d", "SELECT d.wharf, % FROM dues d GROUP BY ROLLUP(d.wharf)",
  "SELECT max(x) FROM (SELECT % AS x FROM dues d) e", "SELECT % FROM dues d UNION ALL SELECT % FROM dues d")

test_that("anything in any place is read and ties, or is refused in our words, a window in a condition among them", {
  every <- if (nzchar(Sys.getenv("IDLE_THOROUGH"))) 1 else 5
  for (k in seq_along(places)) for (part in parts[seq_along(parts) %% every == k %% every]) {
    query <- gsub("%", part, places[k], fixed = TRUE)
    page <- tryCatch(read_select(query, dues = dues, berths = berths), idle_error = function(e) e)
    if (inherits(page, "idle_error")) {
      at <- c("idle_no_parse", "idle_not_read", "idle_not_determined", "idle_unknown_table")
      if (inherits(page, at)) expect_gt(page$column, 0, label = query)
      next
    }
    expect_false(grepl(" OVER ", part) && grepl("(WHERE |HAVING | ON .*|max[(])%", places[k]), label = query)
    checks <- as.data.frame(tie_out(page))
    expect_false(any(checks$status == "differs" | grepl("could not be looked at", checks$sentence)), label = query)
  }
  expect_match(said_by(read_select("SELECT slip FROM dues WHERE rank() OVER (ORDER BY due) < 3", dues = dues)),
    "line 1, column 5[0-9]: a window in WHERE is not read here.*a query inside of FROM")
})
