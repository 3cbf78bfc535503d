# A query that gathers rows: keys by column, expression, place and name; subtotals as the sets that they are.
skip_if_not_installed("RSQLite")
dues <- dues_in_text()
berths <- berths_table()

test_that("keys may be columns, expressions, places and names of items", {
  connection <- lite(dues = dues)
  for (sql in c("SELECT wharf, goods, count(*) n FROM dues GROUP BY goods, wharf",
    "SELECT upper(wharf) AS w, sum(due) s FROM dues GROUP BY upper(wharf)",
    "SELECT upper(wharf) AS w, sum(due) s FROM dues GROUP BY 1",
    "SELECT upper(wharf) AS w, sum(due) s FROM dues GROUP BY w",
    "SELECT CASE WHEN due > 10 THEN 1 ELSE 0 END k, count(*) n FROM dues GROUP BY CASE WHEN due > 10 THEN 1 ELSE 0 END",
    "SELECT count(*) n FROM dues GROUP BY wharf",
    "SELECT wharf FROM dues GROUP BY wharf HAVING sum(due) > 1150 OR min(due) < 2.5",
    "SELECT wharf, sum(due) + 1 AS s FROM dues GROUP BY wharf HAVING avg(due) > 12.2")) {
    expect_same_query(sql, connection, dues = dues)
  }
})

test_that("rollups, cubes and sets are the queries that they stand for, one below the other", {
  connection <- lite(dues = dues)
  one <- function(keys) {
    shown <- vapply(c("wharf", "goods"), function(key) if (key %in% keys) key else paste("NULL AS", key), "")
    sprintf("SELECT %s, count(*) n, sum(due) s FROM dues%s", toString(shown),
      if (length(keys)) paste(" GROUP BY", toString(keys)) else "")
  }
  sets <- list("ROLLUP(wharf, goods)" = list(c("wharf", "goods"), "wharf", NULL),
    "CUBE(wharf, goods)" = list(c("wharf", "goods"), "wharf", "goods",
      NULL), "GROUPING SETS ((wharf), (goods), ())" = list("wharf", "goods", NULL),
    "wharf, ROLLUP(goods)" = list(c("wharf", "goods"), "wharf"))
  for (group in names(sets)) {
    sql <- sprintf("SELECT wharf, goods, count(*) n, sum(due) s FROM dues GROUP BY %s", group)
    page <- as.data.frame(draw_up(read_select(sql, dues = dues)))
    there <- DBI::dbGetQuery(connection, paste(vapply(sets[[group]], one, ""), collapse = " UNION ALL "))
    expect_identical(as_rows(page[c("wharf", "goods", "n", "s")]), as_rows(there), label = group)
  }
})

test_that("what has no place among groups is told", {
  for (case in list(list("SELECT wharf FROM dues GROUP BY 3", "no such item"),
    list("SELECT wharf, sum(due) FROM dues", "several values"),
    list("SELECT wharf FROM dues GROUP BY nosuch", "nosuch"))) {
    expect_match(said_by(read_select(case[[1]], dues = dues)), case[[2]], label = case[[1]])
  }
})
