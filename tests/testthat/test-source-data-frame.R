# A data frame as a ledger: held as it is, or refused.
test_that("data frames are held or refused", {
  frame <- data.frame(a = 1:2)
  frame$l <- list(1, 2)
  expect_match(said_by(ledger(frame)), "`l` is of class `list`, which a ledger cannot hold")
  expect_match(said_by(ledger(data.frame())), "has no columns")
  expect_match(said_by(ledger(stats::setNames(data.frame(1, 2), c("a", "a")))), "stands twice")
  held <- ledger(
    data.frame(gone = as.difftime(c(1, 2), units = "mins"), day = as.Date(c(0.5, 1), origin = "1970-01-01"))
  )
  expect_match(printed(held), "number of mins")
  expect_match(printed(held), "a part of a day, which is cut off")
  expect_identical(as.data.frame(held)$gone, c(1, 2))
})

test_that("every class that can be held comes back as it was", {
  table <- random_table(20, 1)
  table$ordered <- factor(table$word, ordered = TRUE)
  table$local <- as.POSIXct(table$moment, tz = "Asia/Tokyo")
  table$span <- I(seq_len(20))
  got <- as.data.frame(ledger(table))
  expect_equal(got[names(random_table(20, 1))], random_table(20, 1))
  expect_identical(attr(got$local, "tzone"), attr(table$local, "tzone"))
  expect_identical(levels(got$ordered), levels(table$ordered))
  expect_identical(got$span, seq_len(20))
  with_gap <- data.frame(f = factor(c("a", NA), exclude = NULL))
  expect_equal(draw_up(brief(with_gap, lines = f))$f, factor(c("a", NA)))
})
