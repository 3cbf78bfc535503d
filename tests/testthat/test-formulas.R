# Texts that a spreadsheet would take for a formula.

test_that("every sign that begins a formula is seen, also behind blanks, tabs and line ends", {
  blanks <- c("", " ", "\t", "\n", "\r", "\u00a0", "\u200b", "\u3000", "\ufeff", " \u00a0 ")
  for (sign in c("=", "+", "-", "@", "\uff1d", "\uff0b", "\uff0d", "\uff20", "\u2212")) {
    expect_true(all(idleledger:::starts_a_formula(paste0(blanks, sign, "1"))), info = sign)
  }
  for (start in c("\t", "\r", "\n")) expect_true(idleledger:::starts_a_formula(paste0(start, "harmless")))
  expect_false(any(idleledger:::starts_a_formula(c("a=1", "1-2", "", NA, "lock @ five", "'=1"))))
})

test_that("the guard keeps the text behind an apostrophe", {
  page <- brief(data.frame(k = c("=1+1", "\tx", "\nx", "plain")), lines = k)
  path <- withr::local_tempfile(fileext = ".csv")
  suppressMessages(write_statement(page, path))
  back <- as.data.frame(ledger(path))$k
  expect_setequal(back, c("'=1+1", "'\tx", "'\nx", "plain"))
})
