# Values that are no number, and infinite ones.
test_that("look() counts what is no number and what is infinite, apart from what is missing", {
  for (n in c(1, 3)) {
    what <- if (n == 1) "1 value is" else "3 values are"
    expect_match(look(dues_at("due", seq_len(n), NaN))$traps, sprintf("`due`: %s no number \\(NaN\\)", what),
      all = FALSE)
    expect_match(look(dues_at("due", seq_len(n), -Inf))$traps, sprintf("`due`: %s infinite", what), all = FALSE)
  }
  expect_no_match(paste(look(dues_at("due", 1:3, NA))$traps, collapse = " "), "NaN|infinite")
})

test_that("a figure that meets such values says so on its page", {
  expect_match(findings(by_wharf(dues_at("due", 9, NaN)))$sentence, "1 value .*no number|NaN", all = FALSE)
})
