# A statement, printed or written.
page <- function(path) c(path, "--lines", "wharf, goods", "--figures", "n = count(), s = sum(due)")

test_that("what is printed is what R prints, and --rows cuts it", {
  path <- dues_file()
  drawn <- program("draw-up", page(path))
  own <- draw_up(brief(ledger(path), lines = c(wharf, goods), figures = c(n = count(), s = sum(due))))
  expect_identical(drawn$out, lines_printed(own, lines = Inf))
  short <- program("draw-up", page(path), "--rows", "3")
  expect_lt(length(short$out), length(drawn$out))
  expect_match(paste(short$out, collapse = "\n"), "13 (lines )?more")
})

test_that("what is written is the statement, in each format, and what goes to standard output is nothing else", {
  path <- dues_file()
  for (as in c("csv", "tsv", "json", "ndjson")) {
    out <- file.path(dirname(path), paste0("out.", as))
    program("draw-up", page(path), "--write", out, "--quiet")
    piped <- program("draw-up", page(path), "--as", as)
    expect_identical(piped$out, readLines(out), label = as)
    expect_identical(piped$err, character())
  }
  expect_match(program("draw-up", page(path), "--write", file.path(dirname(path), "o.csv"))$err, "Wrote 16 lines")
})

test_that("what is wrong is told", {
  path <- dues_file()
  expect_refused("no option --figure. Did you mean --figures", "draw-up", path, "--lines", "wharf", "--figure",
    "n = count()")
  expect_refused("rows", "draw-up", page(path), "--rows", "-1")
  expect_refused("rows", "draw-up", page(path), "--rows", "few")
})
