# What a check says: its name, whether it ties, a sentence; and how the page shows it.
ns <- asNamespace("idleledger")

test_that("a check ties only where that is known to be so", {
  for (ties in list(TRUE, FALSE, NA, logical(), NULL, c(TRUE, TRUE))) {
    expect_identical(ns$a_check("x", ties, "Said.")$status, if (identical(ties, TRUE)) "ties" else "differs")
  }
  expect_identical(ns$a_note("x", "Said.")$status, "note")
})

test_that("the part that a finding moves is a whole per cent, or below one", {
  texts <- vapply(list(NULL, NA, 0, 1e-5, 0.0099, 0.01, 0.126, 1), ns$weight_text, "")
  expect_identical(texts, c("", "", "", "<1%", "<1%", "1%", "13%", "100%"))
})

test_that("columns of which the same holds share a sentence, and others keep theirs", {
  page <- brief(dues, lines = wharf, figures = c(s = sum(due), n = count()),
    beside = c(a = rank(falling(s)), b = rank(n), part = share(s)))
  checks <- as.data.frame(tie_out(page))
  ranks <- checks$sentence[checks$check == "ranks"]
  expect_length(ranks, 1)
  expect_match(ranks, "^Ranks: `a` and `b`: ")
  expect_match(checks$sentence[checks$check == "groups"], "^Groups: `part`: the shares add to one")
})

test_that("each status is marked in print, and a tie-out that differs says so first", {
  expect_match(flat(tie_out(by_wharf())), "ties Entries: 360 read")
  expect_match(flat(tie_out(by_wharf(control = c(dues = 1)))), "DIFFERS")
  expect_match(flat(tie_out(by_wharf(dues_at("wharf", 9, NA)))), "note +<1% +Missing")
})
