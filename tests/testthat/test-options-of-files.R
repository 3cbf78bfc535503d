# Which file each option of reading is of.
folder <- withr::local_tempdir(.local_envir = teardown_env())
put <- function(name, ...) {
  path <- file.path(folder, name)
  writeLines(enc2utf8(c(...)), path, useBytes = TRUE)
  path
}
ours <- put("ours.csv", "code;n", "A7;1,5", "10;2,5")
theirs <- put("theirs.csv", "code;x", "7;n/a", "10;3,25")
mended <- c("--source", paste0("rates=", theirs), "--prepare", "bring_in(rates, match = code)")
drawn <- function(...) program("draw-up", ours, mended, ...)

test_that("each source is read as the options with its name in front say, and the file as those without", {
  got <- drawn("--kinds", "rates: code = text", "--missing", "rates: n/a", "--locale", "de",
    "--locale", "rates:de", "--as", "csv")
  expect_identical(got$err, character())
  expect_identical(got$out, c("code,n,x", "A7,1.5,", "10,2.5,3.25"))
  expect_match(drawn("--locale", "de", "--as", "csv")$err, "`code` is text here.*--kinds 'rates: code = \"text\"'")
  stacked <- program("draw-up", ours, "--source", paste0("b=", theirs), "--prepare", "stack_on(b)")
  expect_match(stacked$err, "`code` is text in the entries and a number in b.*--kinds 'b: code = \"text\"'")
})

test_that("what is given twice for one file, or is of no source, is told", {
  twice <- drawn("--encoding", "rates:latin1", "--encoding", "rates: UTF-8")
  expect_match(twice$err, "--encoding is given twice for rates")
  expect_match(drawn("--encoding", "latin1", "--encoding", "UTF-8")$err, "--encoding is given twice\\.")
  expect_match(drawn("--kinds", "rate: code = text")$err, "there is no --source rate. Did you mean `rates`")
  expect_match(program("draw-up", ours, "--kinds", "b: code = text")$err, "--kinds b: is of no table here")
  expect_match(program("draw-up", ours, "--source", "b=nosuch.csv", "--prepare", "stack_on(b)")$err, "nosuch.csv")
  expect_match(program("draw-up", ours, "--source", "b")$err, "--source takes NAME=VALUE, and got b")
})

test_that("a text with a colon that is of no source stays a text", {
  times <- put("times.csv", "at,n", "none: yet,1", "2025-03-01 07:30,2")
  got <- program("draw-up", times, "--missing", "none: yet", "--kinds", "at = date(\"%Y-%m-%d %H:%M\")", "--as", "csv")
  expect_identical(got$err, character())
  expect_match(got$out[3], "2025-03-01.*,2")
  expect_match(got$out[2], "^,1")
})

test_that("advice on reading a file is in options of the program", {
  latin <- put("latin.csv", "a,b")
  cat("\xe9,1\n", file = latin, append = TRUE)
  expect_match(program("look", latin)$err, "in another encoding, say which: --encoding 'latin1'\\.$")
  either <- put("either.csv", "a;b;c,d", "1;2;3,4")
  said <- program("look", either)$err
  expect_match(said, "Say which: --separator '(semicolon|comma)'\\.$")
  expect_identical(program("look", either, "--separator", sub(".*'(.*)'.*", "\\1", said))$status, 0L)
})

test_that("what is said of a file that there is none of is no wish that is overlooked", {
  query <- put("q.sql", "select code, n from ours")
  asked <- function(...) program("draw-up", "--select", query, "--source", paste0("ours=", ours), ..., "--as", "csv")
  expect_match(asked("--kinds", "n = text")$err, "--kinds is of the file of a command, and a query has its tables from")
  expect_match(asked("--encoding", "latin1")$err, "of that: --encoding 'NAME: ...'", fixed = TRUE)
  got <- asked("--kinds", "ours: n = text", "--encoding", "ours:latin1")
  expect_identical(got$out[2], "A7,\"1,5\"")
  skip_if_not_installed("yaml")
  brief <- put("b.yaml", "brief: 1", "tables:", "  ours: ours.csv", "pages:", "  - from: ours")
  expect_match(program("draw-up", brief, "--separator", "comma")$err, "a brief's file says how its tables are read")
  expect_identical(program("draw-up", brief)$status, 0L)
  # In a comparison it is of the other side.
  latin <- put("latin.csv", "code,n")
  cat("A7,\"1,5\"\n\xe9,2\n", file = latin, append = TRUE)
  found <- program("differences", brief, latin, "--encoding", "latin1")
  expect_identical(found$err, character())
  expect_match(paste(found$out, collapse = " "), "cells compared.*code +10 +\u00e9")
})
