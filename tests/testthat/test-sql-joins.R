# Tables that are brought in, as joins.
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
