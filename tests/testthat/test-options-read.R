# The options of a command line.
ns <- asNamespace("idleledger")
options <- list(lines = list(takes = "KEYS"), given = list(takes = "X", repeats = TRUE), quiet = list(),
  rows = list(takes = "N", least = 0, default = 5))
read <- function(...) ns$read_options(c(...), options)

test_that("an option takes the word after it or the one behind its sign, whatever it looks like", {
  got <- read("a.csv", "--lines", "--odd", "--given=x=1", "--given", "y=2", "-", "--quiet", "b.csv")
  expect_identical(got$files, c("a.csv", "-", "b.csv"))
  expect_identical(got$options[c("lines", "given", "quiet")],
    list(lines = "--odd", given = c("x=1", "y=2"), quiet = TRUE))
  expect_identical(got$options$rows, 5)
  expect_identical(read("--quiet=no")$options$quiet, FALSE)
  expect_identical(read("--lines=")$options$lines, "")
  expect_identical(read("--")$files, "--")
})

test_that("what is wrong is told", {
  expect_stops(list(list("--lins", "no option --lins. Did you mean --lines"), list("--lines", "--lines needs a value"),
    list(c("--rows", "-1"), "takes a number from 0"),
    list(c("--rows", "x"), "got \"x\""), list(c("--rows", "1", "--rows", "2"),
      "--rows is given twice"), list("--quiet=maybe", "takes no value, or yes or no"),
    list(c("--lines", "a", "--lines", "b"), "The section `lines` is given twice")), function(words) read(words))
})

test_that("values from a command line are numbers, dates or yes and no where they read as one", {
  expect_identical(lapply(c("5", "-1e3", "2025-03", "2025-03-07", "yes", "no", "2025-13", "a5"), ns$value_from_text),
    list(5, -1000, as.Date("2025-03-01"), as.Date("2025-03-07"), TRUE, FALSE, "2025-13", "a5"))
})
