# Windows in queries, over rows, lines and pages below.
skip_if_not_installed("RSQLite")
dues <- dues_in_text()
berths <- berths_table()

test_that("windows are those of a database", {
  connection <- lite(dues = dues)
  skip_if(utils::compareVersion(RSQLite::rsqliteVersion()[[1]], "3.28.0") < 0)
  for (x in c("row_number() OVER (ORDER BY due, slip)", "rank() OVER (PARTITION BY wharf ORDER BY due DESC)",
    "dense_rank() OVER (ORDER BY goods)",
    "ntile(7) OVER (ORDER BY slip)", "cume_dist() OVER (PARTITION BY goods ORDER BY due)",
    "sum(due) OVER (ORDER BY slip)", "avg(due) OVER (PARTITION BY wharf)",
    "sum(due) OVER (ORDER BY slip ROWS BETWEEN 3 PRECEDING AND CURRENT ROW)",
    "max(due) OVER (ORDER BY slip ROWS BETWEEN 1 FOLLOWING AND 4 FOLLOWING)",
    "lag(due) OVER (PARTITION BY wharf ORDER BY slip)", "lead(due, 2, 0) OVER (ORDER BY slip)",
    "first_value(due) OVER (PARTITION BY wharf ORDER BY slip)",
    "last_value(due) OVER (PARTITION BY wharf ORDER BY slip ROWS BETWEEN UNBOUNDED PRECEDING AND UNBOUNDED FOLLOWING)",
    "due - avg(due) OVER (PARTITION BY wharf)", "count(*) OVER ()", "sum(due) OVER w")) {
    tail <- if (grepl("OVER w", x)) " WINDOW w AS (PARTITION BY goods ORDER BY slip)" else ""
    expect_same_query(sprintf("SELECT slip, %s AS x FROM dues%s", x, tail), connection, dues = dues)
  }
  expect_same_query("SELECT wharf, sum(due) s, rank() OVER (ORDER BY sum(due) DESC) r FROM dues GROUP BY wharf",
    connection, dues = dues)
  expect_same_query("SELECT * FROM (SELECT slip, wharf, row_number() OVER (PARTITION BY wharf ORDER BY due DESC, slip) k
    FROM dues) x WHERE k <= 2", connection, dues = dues)
})

test_that("a window where none may stand, or without its order, is told", {
  for (case in list(list("SELECT rank() OVER () FROM dues", "order|ORDER"),
    list("SELECT sum(due) OVER nosuch FROM dues",
      "nosuch"), list("SELECT sum(due) OVER (ORDER BY slip ROWS BETWEEN CURRENT ROW AND 2 PRECEDING) FROM dues",
      "line 1|frame"))) {
    expect_match(said_by(read_select(case[[1]], dues = dues)), case[[2]], label = case[[1]])
  }
})
