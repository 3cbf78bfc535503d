# Windows against plain R, row by row.
test_that("an endless value is not let off by an endless slack", {
  table <- data.frame(k = letters[1:4], x = c(1, 2, Inf, 4))
  page <- brief(table, lines = k, figures = c(s = sum(x)), beside = c(
    up = running(sum(s), along = k), two = rolling(sum(s), 2, along = k, partial = TRUE), r = rank(falling(s))
  ))
  expect_true(all_tie(tie_out(page)))
  sound <- idleledger:::room_of("section", "beside")$work
  for (name in c("up", "two", "r")) {
    idleledger:::local_answers("beside", "section", work = function(drawn, checked) {
      drawn <- sound(drawn, checked)
      drawn$lines$columns[[name]][3] <- 7
      drawn
    })
    checks <- as.data.frame(tie_out(page))
    expect_true("windows" %in% checks$check[checks$status == "differs"], info = name)
  }
})

test_that("a window that is off is found by the sample, by the sum of its shares, its tiles and its end", {
  page <- brief(dues, lines = c(wharf, goods), figures = c(s = sum(due)), beside = c(part = share(s, per = wharf),
    third = ntile(3, falling(s)), to_date = running(sum(s), per = wharf, along = goods)))
  expect_true(all_tie(tie_out(page)))
  for (column in c("part", "third", "to_date")) local({
    local_spoiled("beside", function(drawn) {
      drawn$lines$columns[[column]][4] <- drawn$lines$columns[[column]][4] * 2 + 1L
      drawn
    })
    found <- names(differing(page))
    expect_true("windows" %in% found, label = column)
    expect_true(any(c("groups", "ranks", "frames") %in% found), label = column)
  })
})
