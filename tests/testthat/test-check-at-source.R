# A page worked here against the same page worked at its source: every cell of every line.
test_that("a difference is followed to its line and to its entries", {
  tolls <- head(as.data.frame(demo_table("tolls")), 500)
  changed <- tolls
  changed$toll[3] <- changed$toll[3] + 1
  changed$passed_on <- as.character(changed$passed_on)
  connection <- lite(tolls = changed[-7, ])
  page <- brief(ledger(tolls, name = "tolls.csv"), lines = lock, figures = c(receipts = sum(toll), n = count()))
  found <- Filter(function(check) check$check == "source", tie_out(page, against = connection)$checks)[[1]]
  expect_identical(found$status, "differs")
  expect_setequal(found$lines$lock, unique(tolls$lock[c(3, 7)]))
  expect_match(found$sentence, "First, at lock .*, (receipts|n) is .* here and .* there[.] It has .* only here")
  expect_match(found$sentence, "entries_behind\\(page, lock == ")
  # A subtotal is not taken for a missing key, nor followed where a line differs; a missing key is asked for as one.
  tolls$lock[3] <- NA
  page <- brief(ledger(tolls, name = "tolls"), lines = c(reach, lock), figures = c(n = count(), receipts = sum(toll)),
    footing = rollup(reach, lock), order = falling(lock))
  found <- Filter(function(check) check$check == "source", tie_out(page, against = connection)$checks)[[1]]
  expect_setequal(found$lines$lock[found$lines$reach == "all reaches"], "all locks")
  expect_gt(sum(found$lines$lock == "(missing)"), 0)
  only_it <- amend(page, show = is_missing(lock) | line_kind != "line")
  found <- Filter(function(check) check$check == "source", tie_out(only_it, against = connection)$checks)[[1]]
  expect_match(found$sentence, "entries_behind\\(page, reach == \"[A-Za-z]+\", is_missing\\(lock\\)\\)")
})

test_that("places that differ by the last digit of decimals are told as that", {
  connection <- local_connection()
  amounts <- data.frame(k = c("a", "a", "b", "c"), x = c(0.1, 0.2, 0.3, 7))
  DBI::dbWriteTable(connection, "t", amounts, field.types = c(k = "text", x = "numeric(5, 2)"))
  page <- brief(ledger(connection, "t"), lines = k, figures = c(s = sum(x)), beside = c(place = dense_rank(s)))
  found <- Filter(function(check) check$check == "source", tie_out(page, against = connection)$checks)[[1]]
  expect_identical(found$status, "differs")
  expect_match(found$sentence, "All figures agree, only places in an order do not")
  page <- amend(page, beside = c(place = dense_rank(rounded(s, 2))))
  expect_true(all_tie(tie_out(page, against = connection)))
})

test_that("entries alike but for their amounts are the same in any order, and one that differs is found", {
  table <- dues_in_text()[c("wharf", "due", "tonnes")]
  page <- function(...) brief(ledger(table, name = "dues"), ...)
  shuffled <- table[withr::with_seed(1, sample(nrow(table))), ]
  pages <- list(page(), page(order = ntile(4, due)), page(show = bottom(2, due, per = wharf)), page(only = due > 9))
  for (one in pages) expect_true(all_tie(tie_out(one, against = lite(dues = shuffled))))
  shuffled$tonnes[9] <- shuffled$tonnes[9] + 1
  found <- tie_out(page(), against = lite(dues = shuffled))
  expect_match(found$sentence[found$check == "source"], "1 of 1,080 cells differ")
})

test_that("whole numbers of 64 bits there are near numbers here by their values, and not as whole numbers", {
  apart <- idleledger:::cells_apart(c(4.6, 5, 5), bit64::as.integer64(c(4, 7, 5)), list(at = 1:3), "s", 0.5)
  expect_identical(apart$row, 1:2)
  expect_equal(apart$difference, c(-0.6, 2))
})
