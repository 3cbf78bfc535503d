# Entries read are entries used and left out, and the lines' counts add back to them.
spoil <- function(what, by, env = parent.frame()) {
  local_spoiled("figures", function(drawn) {
    drawn$entries[[what]] <- drawn$entries[[what]] + by
    drawn
  }, env)
}

test_that("the account says what was read, added, used and left out, with reasons", {
  gap <- rbind(dues[dues$paid_on != "2025-02-02", ], dues[1:3, ])
  page <- brief(gap, prepare = c(strike_duplicates(), fill_calendar(paid_on, "day")), only = tonnes > 10, lines = wharf,
    figures = c(n = count(made), s = sum(due)))
  used <- sum(gap$tonnes[seq_len(nrow(dues) - 4)] > 10)
  checks <- as.data.frame(tie_out(page))
  expect_match(checks$sentence[checks$check == "entries"], sprintf(
    paste("Entries: 359 read \\+ 1 added by `prepare` = %d used \\+ %d left out",
      "\\(3 by `prepare`, .*; %d by `only`, condition not met"), used,
    360 - used, 356 - used))
})

test_that("an entry too many or too few is found", {
  for (by in c(1, -1)) for (what in c("n_read", "n_added")) local({
    spoil(what, by)
    expect_true("entries" %in% names(differing(by_wharf())), label = paste(what, by))
  })
})

test_that("lines whose entries do not add up to those used are found", {
  sound <- idleledger:::line_entries
  local_in_package("line_entries", function(lines) {
    counts <- sound(lines)
    replace(counts, 2, counts[2] - 1L)
  })
  expect_match(differing(by_wharf())[["counts"]], "the entries of 4 lines add up to 359, and 360 were used")
})

test_that("how many combinations occur is said, with one that does not", {
  said <- function(page) {
    checks <- as.data.frame(tie_out(page))
    checks$sentence[checks$check == "counts"]
  }
  all <- brief(dues, lines = c(wharf, goods), figures = c(n = count()))
  expect_match(said(all), "every combination of their keys occurs")
  less <- brief(dues[!(dues$wharf == "Dyer" & dues$goods == "coal"), ], lines = c(wharf, goods),
    figures = c(n = count()))
  expect_match(said(less),
    "15 of the 16 combinations of wharf \\(4\\) and goods \\(4\\) occur, and for instance Dyer and coal not")
  nested <- dues_with(bank = ifelse(dues$wharf < "C", "left", "right"))
  expect_match(said(brief(nested, lines = c(bank, wharf), figures = c(n = count()))), "each wharf has one bank")
})

test_that("lines shown, hidden and gathered are all the lines", {
  page <- by_wharf(show = top(1, dues, others = TRUE))
  checks <- as.data.frame(tie_out(page))
  expect_match(checks$sentence[checks$check == "shown"],
    "Shown: 4 lines = 1 shown \\+ 0 hidden by `show` \\+ 3 gathered")
  local_spoiled("show", function(drawn) {
    drawn$lines$gathered <- 1
    drawn
  })
  expect_true("shown" %in% names(differing(by_wharf(show = top(2, dues)))))
})
