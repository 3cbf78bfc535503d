# A page as one query, page upon page.
test_that("pages upon pages, single entries and a SELECT as ledger are said", {
  locks <- as.data.frame(demo_table("locks"))
  connection <- lite(locks = locks, entries = locks)
  below <- brief(ledger(connection, "SELECT * FROM locks WHERE rise_m > 2"), lines = reach,
    figures = c(n = count(), rise = sum(rise_m)), footing = whole())
  pages <- list(
    brief(below, only = n > 1, beside = c(place = rank(falling(rise)), so_far = running(sum(n), along = reach))),
    brief(ledger(connection, "entries"), columns = c(high = rise_m > 3), only = high, beside = c(n = row_number(lock)),
      order = lock),
    brief(below, lines = whole(), figures = c(most = max(rise), reaches = count()))
  )
  for (page in pages) {
    proof <- tie_out(page, against = connection)
    expect_identical(proof$checks[[which(vapply(proof$checks, `[[`, "", "check") == "source")]]$status, "ties")
    expect_equal(as.data.frame(draw_up(page, at = "source")), as.data.frame(draw_up(page)), ignore_attr = TRUE)
  }
})
