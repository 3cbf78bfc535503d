# The clauses of a query: each is read as a database reads it, or told with its place.
skip_if_not_installed("RSQLite")
dues <- dues_in_text()
berths <- berths_table()

test_that("clauses in any writing are read as a database reads them", {
  connection <- lite(dues = dues, berths = berths)
  for (sql in c(
    "select wharf, goods from dues where due > 25", "SELECT ALL wharf FROM dues",
    "SELECT DISTINCT wharf, goods FROM dues",
    "SELECT d.wharf AS w, count(*) n FROM dues AS d GROUP BY d.wharf HAVING count(*) > 3",
    "WITH a AS (SELECT wharf, due FROM dues WHERE due > 20), b(w, n) AS (SELECT wharf, count(*) FROM a GROUP BY wharf)
      SELECT w, n FROM b WHERE n > 5",
    "SELECT x.w FROM (SELECT wharf w, max(due) m FROM dues GROUP BY wharf) x WHERE x.m > 28",
    "SELECT wharf FROM dues UNION SELECT wharf FROM berths",
    "SELECT wharf FROM berths UNION ALL SELECT wharf FROM berths",
    "SELECT wharf, berth FROM berths UNION ALL SELECT goods, slip FROM dues WHERE slip < 5004"
  )) expect_same_query(sql, connection, dues = dues, berths = berths)
  for (sql in c("SELECT slip FROM dues ORDER BY slip LIMIT 5",
    "SELECT slip, due FROM dues ORDER BY due DESC, slip LIMIT 7 OFFSET 3",
    "SELECT wharf, sum(tonnes) s FROM dues GROUP BY wharf ORDER BY s DESC")) {
    expect_same_query(sql, connection, dues = dues, ordered = TRUE)
  }
})

test_that("a clause that is not there, or not of the standard, is told with its line and column", {
  cases <- list(
    list("SELECT wharf", "FROM is needed"), list("SELECT wharf FROM",
      "line 1"), list("SELECT DISTINCT ON (wharf) slip FROM dues", "not of the standard"),
    list("SELECT a FROM dues NATURAL JOIN berths",
      "names its keys"), list("SELECT a FROM dues INTERSECT SELECT b FROM berths", "only the last is read"),
    list("WITH RECURSIVE r AS (SELECT 1 FROM dues) SELECT 1 FROM r",
      "names itself"), list("SELECT slip FROM dues LIMIT many", "a whole number is needed"),
    list("SELECT slip FROM dues FETCH FIRST 3", "ROWS is needed"), list("UPDATE dues SET due = 0", "SELECT"), list("",
      "SELECT|empty|no query"),
    list("SELECT slip\nFROM dues\nWHERE due > ", "line 3"), list("SELECT slip FROM dues; DROP TABLE dues",
      "line 1|one query")
  )
  for (case in cases) expect_match(said_by(read_select(case[[1]], dues = dues, berths = berths)), case[[2]],
    label = case[[1]])
})
