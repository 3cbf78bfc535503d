# Figures in queries: what is gathered, under which condition, of different values.
skip_if_not_installed("RSQLite")
dues <- dues_in_text()
berths <- berths_table()

test_that("figures are those of a database, alone, in arithmetic and with conditions", {
  connection <- lite(dues = dues)
  figures <- c("count(*)", "count(goods)", "count(DISTINCT goods)", "sum(due)", "avg(tonnes)", "min(due)", "max(goods)",
    "sum(due) / count(*)", "sum(CASE WHEN goods = 'coal' THEN 1 ELSE 0 END)", "max(due) - min(due)", "sum(due * 2 + 1)",
    "count(*) FILTER (WHERE due > 15)", "sum(tonnes) FILTER (WHERE goods = 'lime')", "avg(due) * 100 / sum(tonnes)",
    "coalesce(sum(due) FILTER (WHERE due > 1e9), 0)")
  for (figure in figures) expect_same_query(sprintf("SELECT wharf, %s AS x FROM dues GROUP BY wharf", figure),
    connection, dues = dues)
  expect_same_query("SELECT count(*), sum(due) FROM dues WHERE due > 1e9", connection, dues = dues)
})

test_that("a figure where none may stand is told", {
  for (case in list(list("SELECT wharf FROM dues WHERE sum(due) > 5", "figure|sum"),
    list("SELECT sum(sum(due)) FROM dues", "sum"),
    list("SELECT wharf, due, count(*) FROM dues GROUP BY wharf", "several values of .due.*min\\(due\\)"),
    list("SELECT count(*) FROM dues GROUP BY count(*)", "cannot be grouped by"))) {
    expect_match(said_by(read_select(case[[1]], dues = dues)), case[[2]], label = case[[1]])
  }
})
