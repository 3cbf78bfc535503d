page <- brief(tolls,
  only = toll > 0, lines = c(reach, lock), show = n > 30,
  figures = c(
    n = count(),
    receipts = sum(toll),
    each = sum(toll) / count(),
    last_day = max(passed_on),
    cash = sum(toll, where = paid == "cash")
  )
)

test_that("a sound page ties, and the sentences have the numbers", {
  proof <- tie_out(page)
  expect_true(all_tie(proof))
  checks <- as.data.frame(proof)
  expect_named(checks, c("page", "check", "status", "sentence"))
  used <- sum(tolls$toll > 0, na.rm = TRUE)
  expect_match(
    checks$sentence[1], sprintf("20,012 read = %s used \\+ %s left out", format(used, big.mark = ","), 20012 - used)
  )
  expect_match(
    checks$sentence[checks$check == "additive"],
    format(sum(tolls$toll[which(tolls$toll > 0)]), big.mark = ",", nsmall = 2)
  )
  expect_match(flat(proof), "All 5 checks tie")
  expect_match(said_by(all_tie(3)), "takes the result of tie_out")
})

test_that("a changed cell, a lost line and a changed source are found", {
  statement <- draw_up(page)
  expect_true(all_tie(tie_out(statement)))
  wrong <- statement
  wrong$receipts[3] <- wrong$receipts[3] + 0.01
  proof <- tie_out(wrong)
  expect_false(all_tie(proof))
  expect_match(flat(proof), "1 of 91 differ.*`receipts` in line 3")
  expect_false(all_tie(tie_out(statement[-2, ])))
  path <- withr::local_tempfile(fileext = ".csv")
  readr::write_csv(tolls[1:500, ], path)
  small <- draw_up(brief(path, lines = lock, figures = c(s = sum(toll))))
  attr(small, "idle")$brief$source <- ledger(transform(tolls[1:500, ], toll = rev(toll)))
  proof <- as.data.frame(tie_out(small))
  expect_identical(proof$status[proof$check == "fresh"], "differs")
  attr(statement, "idle") <- NULL
  expect_match(said_by(tie_out(statement)), "lost its brief")
})

test_that("a figure that is folded wrongly is caught by the second route", {
  local_wrong_sum()
  proof <- as.data.frame(tie_out(page))
  expect_identical(proof$status[proof$check == "recomputed"], "differs")
  expect_match(proof$sentence[proof$check == "recomputed"], "`receipts` in line 1")
})
