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
  expect_named(checks, c("page", "check", "status", "sentence", "weight", "rule", "columns", "lines", "repair"))
  used <- sum(tolls$toll > 0, na.rm = TRUE)
  expect_match(
    checks$sentence[1], sprintf("20,012 read = %s used \\+ %s left out", format(used, big.mark = ","), 20012 - used)
  )
  expect_match(
    checks$sentence[checks$check == "additive"],
    format(sum(tolls$toll[which(tolls$toll > 0)]), big.mark = ",", nsmall = 2)
  )
  expect_match(flat(proof), "All 8 checks tie")
  expect_match(said_by(all_tie(3)), "takes the result of tie_out")
})

test_that("a changed cell, a lost line and a changed source are found", {
  statement <- draw_up(page)
  expect_true(all_tie(tie_out(statement)))
  wrong <- statement
  wrong$receipts[3] <- wrong$receipts[3] + 0.01
  proof <- tie_out(wrong)
  expect_false(all_tie(proof))
  expect_match(flat(proof), "1 of 91 differ.*`receipts` of reach Lower, lock Merrow Basin \\(line 3\\)")
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

test_that("a file that has changed since, a newer table and a lost entry are found", {
  path <- withr::local_tempfile(fileext = ".csv")
  readr::write_csv(tolls[1:300, ], path)
  statement <- draw_up(brief(path, lines = lock, figures = c(s = sum(toll))))
  expect_true(all_tie(tie_out(statement)))
  readr::write_csv(tolls[2:300, ], path)
  proof <- as.data.frame(tie_out(statement))
  expect_identical(proof$check[proof$status == "differs"], c("fresh", "cells"))
  whole <- draw_up(page)
  expect_true(all_tie(tie_out(whole, source = tolls)))
  expect_false(all_tie(tie_out(whole, source = tolls[-7, ])))
})

test_that("a subtotal, a share, a tile and a running value that are off by a little are found in their line", {
  footed <- brief(tolls,
    lines = c(reach, lock), figures = c(s = sum(toll)), footing = rollup(reach, lock),
    beside = c(p = share(s, per = reach), t = ntile(3, falling(s)), r = running(sum(s), per = reach, along = lock))
  )
  off <- function(column, line, by) {
    statement <- draw_up(footed)
    statement[[column]][line] <- statement[[column]][line] + by
    proof <- tie_out(statement)
    flat(proof)
  }
  expect_match(off("s", 7, 0.01), "1 of [0-9]+ differ.*`s` in the subtotal of reach Lower \\(line 7\\)")
  expect_match(off("r", 4, 1), "`r` of reach Lower, lock Otter Bend \\(line 4\\)")
  sections <- asNamespace("idleledger")$rooms$section
  spoil <- function(name, row, by, env = parent.frame()) {
    sound <- sections[["beside"]]
    withr::defer(assign("beside", sound, envir = sections), envir = env)
    broken <- sound
    broken$work <- function(drawn, checked) {
      drawn <- sound$work(drawn, checked)
      drawn$lines$columns[[name]][row] <- drawn$lines$columns[[name]][row] + by
      drawn
    }
    assign("beside", broken, envir = sections)
    checks <- as.data.frame(tie_out(footed))
    paste(checks$sentence[checks$status == "differs"], collapse = " ")
  }
  expect_match(local(spoil("p", 2, 0.001)),
    "first `p` in line 2.*`p`: not so in 1 of 21 lines, first in line 2: each is its part")
  expect_match(local(spoil("t", 1, 1L)), "first `t` in line 1.*the tiles differ by one at most")
  expect_match(local(spoil("r", 6, 0.01)), "first `r` in line 6.*each is the figure of the rows up to it")
})
