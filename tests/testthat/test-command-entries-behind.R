# The detail rows of some lines.
test_that("the entries behind lines are those that R finds, and what they make", {
  path <- dues_file()
  page <- c(path, "--lines", "wharf, goods", "--figures", "s = sum(due)")
  behind <- program("entries-behind", page, "--where", "wharf == \"Brook\", goods == \"coal\"")
  rows <- dues[dues$wharf == "Brook" & dues$goods == "coal", ]
  said <- gsub(" +", " ", paste(behind$out, collapse = " "))
  expect_match(said, sprintf("%d entries of dues.csv", nrow(rows)))
  expect_match(said, sprintf("They make: s %s", format(sum(rows$due))))
  own <- brief(ledger(path), lines = c(wharf, goods), figures = c(s = sum(due)))
  expect_identical(behind$out, lines_printed(entries_behind(own, wharf == "Brook", goods == "coal")))
})

test_that("a figure beside the lines leads to the entries of its frame", {
  path <- dues_file()
  daily <- c(path, "--lines", "paid_on", "--figures", "s = sum(due)", "--beside",
    "week = rolling(sum(s), 7, along = paid_on)")
  behind <- program("entries-behind", daily, "--where", "paid_on == \"2025-02-10\"", "--of", "week")
  expect_match(gsub(" +", " ", paste(behind$out, collapse = " ")), "28 entries")
})

test_that("what is wrong is told", {
  path <- dues_file()
  page <- c(path, "--lines", "wharf", "--figures", "s = sum(due)")
  expect_refused("no column `wahrf`|wahrf", "entries-behind", page, "--where", "wahrf == \"Brook\"")
  expect_refused("nosuch", "entries-behind", page, "--where", "wharf == \"Brook\"", "--of", "nosuch")
  none <- program("entries-behind", page, "--where", "wharf == \"Elm\"")
  expect_match(paste(c(none$out, none$err), collapse = " "), "[Nn]o (line|entries)|0 entries")
})
