test_that("look finds the dirt that the demo page lists", {
  seen <- look(demo_table("tolls", as = "path"))
  expect_equal(seen$entries, 20012)
  facts <- function(name) seen$columns[seen$columns$column == name, ]
  expect_equal(facts("lock")$missing, 9)
  expect_equal(facts("toll")$missing, 40)
  expect_equal(facts("paid")$missing, 15)
  expect_equal(facts("lock")$different, 14)
  expect_equal(facts("passed_on")$smallest, "2024-07-01")
  text <- paste(seen$traps, collapse = " ")
  for (trap in c(
    "12 entries are exact copies", "10 days between", "first 2024-12-25", "1 value is below zero",
    "\"Tarn Foot\" and \"tarn foot \" differ only by case or spaces"
  )) {
    expect_match(text, trap)
  }
  expect_match(printed(seen), "Take care")
})

test_that("look says what is odd in other tables, and nothing of clean ones", {
  odd <- data.frame(x = c(NaN, Inf, 1), s = c("", "a", "b"), d = Sys.Date() + c(0, 1, 400000))
  text <- paste(look(odd)$traps, collapse = " ")
  for (trap in c(
    "no number", "infinite", "1 cell is empty text", "2 values of `d` are in the future", "more than 300 years"
  )) {
    expect_match(text, trap)
  }
  expect_length(look(data.frame(a = c("x", "y"), b = c(2, 1)))$traps, 0)
  expect_equal(look(tolls[0, ])$entries, 0)
})

test_that("a single copy of an entry is seen, wherever it stands", {
  table <- data.frame(a = 1:50, b = letters[rep(1:25, 2)])
  expect_no_match(paste(look(table)$traps, collapse = " "), "exact cop")
  for (at in c(1, 25, 50)) {
    expect_match(look(rbind(table, table[at, ]))$traps, "1 entry is an exact copy of another .* row 51",
      all = FALSE)
  }
})
