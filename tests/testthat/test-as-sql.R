# Pages worked at a server and here: the same answers, over random pages; what cannot be said; what goes wrong there.

test_that("what cannot be said is named with its reason", {
  tolls <- as.data.frame(demo_table("tolls"))
  connection <- lite(tolls = transform(tolls, passed_on = as.character(passed_on)))
  t <- ledger(tolls, name = "tolls")
  unsaid <- list(
    "upper\\(lock\\).*letters" = quote(brief(t, columns = c(u = upper(lock)))),
    "sd\\(toll\\).*square root" = quote(brief(t, lines = lock, figures = c(s = sd(toll)))),
    "others.*entries here" = quote(brief(t, lines = lock, figures = c(s = sum(toll)), show = top(2, s, others = TRUE))),
    "lines without entries" = quote(brief(t, lines = crossed(lock, paid), figures = c(n = count()))),
    "strike_duplicates\\(\\) is worked here" = quote(brief(t, prepare = strike_duplicates())),
    "order of entry" = quote(brief(t, lines = lock, figures = c(f = first(toll)))),
    "wider group's own figure" = quote(brief(t, lines = lock, figures = c(m = median(toll)), beside = c(s = share(m)))),
    "alphabet" = quote(brief(t, lines = lock, figures = c(n = count()), locale = "sv")),
    "skip_missing" = quote(brief(t, lines = passed_on, figures = c(s = sum(toll)),
      beside = c(l = lag(s, 1, along = passed_on, skip_missing = TRUE)))),
    "frame of months" = quote(brief(t, lines = passed_on, figures = c(s = sum(toll)),
      beside = c(r = rolling(sum(s), months(1), along = passed_on))))
  )
  for (reason in names(unsaid)) {
    expect_error(as_sql(eval(unsaid[[reason]]), connection), reason, class = "idle_not_at_source", label = reason)
  }
  expect_error(as_sql(brief(t, lines = lock)), "not on a server", class = "idle_bad_argument")
  expect_error(as_sql(brief(t, lines = lock), "tolls"), "opened with DBI", class = "idle_bad_argument")
  expect_error(as_sql(brief(ledger(tolls, "passages.csv"), lines = lock), connection), "no table `passages`",
    class = "idle_no_file")
  expect_error(draw_up(brief(t, lines = lock), at = "there"), class = "idle_bad_argument")
  page <- brief(ledger(connection, "tolls"), only = toll > given(least), lines = lock)
  expect_error(draw_up(page, at = "source"), "given\\(least\\)", class = "idle_not_given")
  expect_error(draw_up(supply(page, least = 3), at = "source", sealed = TRUE), "no seal", class = "idle_bad_argument")
})
