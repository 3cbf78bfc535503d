# Windows along dates that several groups share: an error that names the key, unless a group is said.
test_that("a forgotten group is named, whatever the window, beside entries and beside lines", {
  levels <- demo_table("levels")
  windows <- list(
    quote(run_of(read_on)), quote(lag(level_cm, along = read_on)), quote(lead(level_cm, along = falling(read_on))),
    quote(carried(level_cm, along = read_on)), quote(earlier(level_cm, days(1), along = read_on)),
    quote(rolling(mean(level_cm), days(7), along = read_on)), quote(rolling(mean(level_cm), 7, along = read_on)),
    quote(running(sum(level_cm), along = read_on)), quote(first_value(level_cm, along = read_on))
  )
  for (window in windows) {
    said <- said_by(draw_up(brief(levels, columns = c(w = !!window))))
    expect_match(said, "Add per = lock to it; per = whole() says", fixed = TRUE, label = deparse1(window))
    with_per <- as.call(c(as.list(window), list(per = quote(lock))))
    meant <- as.call(c(as.list(window), list(per = quote(whole()))))
    for (said in list(with_per, meant)) expect_identical(nrow(draw_up(brief(levels, columns = c(w = !!said)))),
      nrow(levels))
    expect_identical(nrow(draw_up(brief(levels, per = lock, columns = c(w = !!window)))), nrow(levels))
  }
  runs <- draw_up(brief(levels, columns = c(run = run_of(read_on, per = lock)), lines = c(lock, run),
    figures = c(n = count())))
  expect_lt(max(runs$n), 200)
  monthly <- brief(tolls, lines = c(reach, lock, month = start_of(passed_on, "month")), figures = c(s = sum(toll)))
  expect_match(said_by(draw_up(amend(monthly, beside = c(w = lag(s, along = month))))), "Add per = lock to it",
    fixed = TRUE)
  expect_s3_class(draw_up(amend(monthly, beside = c(w = lag(s, along = month, per = c(reach, lock))))),
    "idle_statement")
})

test_that("orders that no key makes unique, and orders by measured values, are only noted", {
  for (window in list(
    quote(running(sum(toll), along = passed_on)), quote(lag(toll, along = toll)), quote(rank(passed_on)),
      quote(ntile(4, passed_on))
  )) expect_identical(nrow(draw_up(brief(tolls, columns = c(w = !!window)))), nrow(tolls))
  page <- brief(tolls, lines = c(reach, paid), figures = c(n = count()), beside = c(w = running(sum(n), along = n)))
  expect_s3_class(draw_up(page), "idle_statement")
  footed <- brief(tolls,
    lines = c(month = start_of(passed_on, "month")), figures = c(s = sum(toll)), footing = rollup(month),
    beside = c(w = lag(s, along = month))
  )
  expect_true(all_tie(tie_out(footed)))
})
