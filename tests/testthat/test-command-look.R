# What a file holds.
test_that("what is printed is what look() prints, for every demo table", {
  for (name in c("tolls", "locks", "levels", "dues")) {
    path <- demo_table(name, as = "path")
    expect_identical(program("look", path)$out, lines_printed(look(ledger(path))), label = name)
  }
})

test_that("a file is opened as the options say, and what cannot be opened is told", {
  path <- written_file("a;b\n1,5;x\n", "odd.csv")
  expect_match(paste(program("look", path, "--locale", "de")$out, collapse = " "), "a +number .* 1.5")
  expect_refused("Name one file; there are 2", "look", path, path)
  expect_refused("There is no file nosuch.csv", "look", "nosuch.csv")
  expect_refused("empty|nothing|no columns", "look", written_file("", "empty.csv"))
})
