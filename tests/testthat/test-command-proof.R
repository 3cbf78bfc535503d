# One figure of one line, worked through by hand.
test_that("a proof is what proof() prints, and ends with 1 where the page says another", {
  path <- dues_file()
  page <- c(path, "--lines", "wharf", "--figures", "s = sum(due), m = median(due)")
  own <- brief(ledger(path), lines = wharf, figures = c(s = sum(due), m = median(due)))
  for (figure in c("s", "m")) {
    said <- program("proof", page, "--figure", figure, "--where", "wharf == \"Brook\"")
    expect_identical(said$status, 0L)
    expect_identical(said$out, lines_printed(rlang::inject(proof(own, !!as.name(figure), wharf == "Brook"))))
  }
  local_wrong_sum()
  wrong <- program("proof", page, "--figure", "s", "--where", "wharf == \"Brook\"")
  expect_identical(wrong$status, 1L)
})

test_that("what is missing is told", {
  page <- c(dues_file(), "--lines", "wharf", "--figures", "s = sum(due)")
  expect_refused("proof needs the name of a figure: --figure receipts", "proof", page)
  expect_refused("no figure|no column|`x`", "proof", page, "--figure", "x", "--where", "wharf == \"Brook\"")
})
