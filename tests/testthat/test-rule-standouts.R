# What stands out in a column: a sign that hardly any other value has, and one entry that makes much of a total.
test_that("a sign unlike all others is told with its row and value, on a page and by look()", {
  expect_told("standouts", by_wharf(dues_at("due", 9, -3)), by_wharf(),
    "1 value of due is below zero, unlike the others, the first in row 9: -3")
  expect_match(look(dues_at("due", 9, -3))$traps, "`due`: 1 value is below zero, the first in row 9", all = FALSE)
  reversed <- dues_with(due = replace(-dues$due, c(9, 44), 3))
  expect_told("standouts", by_wharf(reversed), by_wharf(), "2 values of due are above zero, unlike the others")
  mixed <- dues_with(due = dues$due * rep(c(1, 1, 1, 1, -1), 72))
  expect_false("standouts" %in% findings(by_wharf(mixed))$rule)
})

test_that("an entry that makes a quarter of a total is told with its part", {
  for (value in c(2000, 4000)) expect_told("standouts", by_wharf(dues_at("due", 9, value)), by_wharf(), name = value,
    sprintf("one entry, row 9, is %.0f%% of dues: %s", 100 * value / (sum(dues$due[-9]) + value),
      format(value, big.mark = ",")))
  expect_false("standouts" %in% findings(by_wharf(dues_at("due", 9, 1000)))$rule)
  expect_false("standouts" %in% findings(by_wharf(dues[c(1:5, 9), ]))$rule)
})
