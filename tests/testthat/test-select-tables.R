# Tables side by side: every kind of join, by every kind of condition.
skip_if_not_installed("RSQLite")
dues <- dues_in_text()
berths <- berths_table()

test_that("joins have the rows of a database, partners missing or several", {
  connection <- lite(dues = dues, berths = rbind(berths, data.frame(wharf = "Brook", berth = 9L)))
  other <- DBI::dbReadTable(connection, "berths")
  for (sql in c("SELECT d.slip, b.berth FROM dues d JOIN berths b ON b.wharf = d.wharf",
    "SELECT d.slip, b.berth FROM dues d LEFT JOIN berths b ON b.wharf = d.wharf WHERE d.due > 20",
    "SELECT b.berth, count(d.slip) n FROM berths b LEFT JOIN dues d ON d.wharf = b.wharf GROUP BY b.berth",
    "SELECT b.berth, count(*) n FROM berths b LEFT JOIN dues d ON d.wharf = b.wharf AND d.due > 20 GROUP BY b.berth",
    "SELECT wharf, count(*) n FROM dues JOIN berths USING (wharf) GROUP BY wharf",
    "SELECT b.wharf FROM berths b LEFT JOIN dues d ON d.wharf = b.wharf WHERE d.wharf IS NULL",
    "SELECT d.slip, b.berth FROM dues d, berths b WHERE b.wharf = d.wharf AND b.berth > 1",
    "SELECT a.berth, b.berth FROM berths a CROSS JOIN berths b",
    "SELECT count(*) FROM berths a JOIN berths b ON a.berth < b.berth",
    "SELECT d.slip FROM dues d JOIN berths b ON upper(b.wharf) = upper(d.wharf) WHERE b.berth = 1")) {
    expect_same_query(sql, connection, dues = dues, berths = other)
  }
})

test_that("a table or a column that is not there, or of two tables, is told", {
  for (case in list(list("SELECT x FROM nosuch", "nosuch"),
    list("SELECT wharf FROM dues d JOIN berths b ON b.wharf = d.wharf", "wharf"),
    list("SELECT d.nosuch FROM dues d", "nosuch"), list("SELECT z.due FROM dues d",
      "z"), list("SELECT d.due FROM dues d JOIN dues d ON d.slip = d.slip", "d"))) {
    expect_match(said_by(read_select(case[[1]], dues = dues, berths = berths)), case[[2]], label = case[[1]])
  }
})
