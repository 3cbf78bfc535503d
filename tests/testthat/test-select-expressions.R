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

test_that("an expression that cannot be read is told", {
  for (case in list(list("due +", "line 1"), list("(due", "\\)|bracket"), list("due ** 2", "line 1"),
    list("foo(due)", "foo"), list("'open", "line 1|closed|end"),
    list("CASE END", "WHEN|line 1"))) {
    expect_match(said_by(read_select(sprintf("SELECT %s AS x FROM dues", case[[1]]), dues = dues)), case[[2]],
      label = case[[1]])
  }
})
