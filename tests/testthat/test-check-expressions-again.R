# Conditions, worked columns and keys of entries, worked a second time by plain R.
page <- worked_page()

test_that("an entry kept or left out wrongly is found", {
  all_met <- idleledger:::all_met
  local_in_package("all_met", function(checked, table) {
    met <- all_met(checked, table)
    if (table$row == "entry") met[12000] <- !met[12000] %in% TRUE
    met
  })
  found <- differing(page)
  expect_named(found, "kept")
  expect_match(found, "1 entry is kept or left out wrongly, the first in row 12,000")
})

test_that("a worked column with a wrong value is found, by each kind of function", {
  wrong <- list(
    `*` = function(x) replace(x, 3, 1), start_of = function(x) replace(x, 20000, x[20000] + 1),
    case = function(x) idleledger:::as_text_vector(replace(idleledger:::plain_vector(x), 11, "grand"))
  )
  for (name in names(wrong)) {
    whole <- amend(page, only = NULL)
    local({
      local_mishap(name, "row", wrong[[name]])
      found <- differing(whole)
      expect_true("columns" %in% names(found), label = name)
      expect_match(found[["columns"]], "1 differs, the first in row (3|20,000|11):")
    })
  }
})

test_that("an entry in the line of another key is found", {
  local_mishap("start_of", "row", function(x) replace(x, 5, as.Date("2030-01-01")))
  found <- differing(brief(tolls, lines = c(month = start_of(passed_on, "month")), figures = c(n = count())))
  expect_match(found[["grouped"]], "1 entry is not in the line of its own `month`, the first in row 5: 2024-07-01")
})

test_that("what has no second way says so and is not called a tie", {
  locks <- demo_table("locks")
  checks <- tie_out(brief(tolls, only = has_partner(locks, match = lock), lines = lock,
    figures = c(n = count())))$checks
  kept <- Filter(function(check) check$check == "kept", checks)[[1]]
  expect_identical(kept$status, "note")
  expect_match(kept$sentence, "not worked again in plain R: the conditions of `only` take has_partner")
})
