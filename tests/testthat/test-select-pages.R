# Queries upon queries become pages upon pages.
skip_if_not_installed("RSQLite")
dues <- dues_in_text()
berths <- berths_table()

test_that("a query in FROM is a page below, and its names are those it gives", {
  connection <- lite(dues = dues, berths = berths)
  for (sql in c(
    "SELECT g, sum(s) AS t FROM (SELECT wharf, goods g, sum(due) s FROM dues GROUP BY wharf, goods) d GROUP BY g",
    "SELECT max(n) FROM (SELECT goods, count(*) n FROM dues GROUP BY goods) x",
    "SELECT a.w, a.n FROM (SELECT w, count(*) n FROM (SELECT upper(wharf) w FROM dues WHERE due > 5) b GROUP BY w) a
      WHERE a.n > 70",
    "SELECT slip, due FROM dues WHERE due = (SELECT max(due) FROM dues)",
    "SELECT slip FROM dues WHERE wharf IN (SELECT wharf FROM berths WHERE berth < 2)",
    "SELECT wharf FROM berths b WHERE EXISTS (SELECT 1 FROM dues d WHERE d.wharf = b.wharf AND d.due > 28)",
    "SELECT wharf, count(*) n FROM dues WHERE due > (SELECT avg(due) FROM dues) GROUP BY wharf")) {
    expect_same_query(sql, connection, dues = dues, berths = berths)
  }
})

test_that("the page of a query ties out, all the way down", {
  page <- read_select("SELECT g, sum(s) AS t FROM (SELECT wharf, goods g, sum(due) s FROM dues GROUP BY wharf, goods) d
    GROUP BY g ORDER BY t DESC", dues = dues)
  expect_true(all_tie(tie_out(page)))
  expect_s3_class(page$source, "idle_brief")
})
