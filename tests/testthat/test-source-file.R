test_that("what is wrong with a file is said, with file, row and column", {
  in_folder <- withr::local_tempdir()
  dir.create(file.path(in_folder, "sub.csv"))
  expect_match(said_by(ledger(file.path(in_folder, "sbu.csv"))), "There is no file.*In that folder there is sub.csv")
  expect_match(said_by(ledger(file.path(in_folder, "sub.csv"))), "is a folder, not a file")
  expect_match(said_by(ledger(written_file(""))), "table.csv is empty")
  expect_match(said_by(ledger(written_file(as.raw(c(1, 2, 0, 255))))), "is a binary file")
  expect_match(said_by(ledger(written_file("a\n1\n", "table.parrot"))), "no format that is known")
  expect_match(
    said_by(ledger(written_file("a,b\n1,2\n3\n4,5,6\n"))),
    "table.csv: row 2 \\(line 3 of the file\\) has 1 cell where the head line has 2 cells"
  )
  expect_match(said_by(ledger(written_file("a,b,a\n1,2,3\n"))), "name `a` stands twice, in columns 1 and 3")
  expect_match(said_by(ledger(written_file("a,,c\n1,2,3\n"))), "column 2 has no name")
  expect_match(
    said_by(ledger(written_file(c(charToRaw("n,x\nbob,1\ncaf"), as.raw(0xe9), charToRaw(",2\n"))))),
    "row 2 \\(line 3 of the file\\), column `n` has bytes.*latin1"
  )
  expect_match(
    said_by(ledger(written_file("a\n1\n"), kinds = c(a = "numbre"))), "no kind \"numbre\". Did you mean `number`"
  )
})

test_that("files open as they are: byte-order mark, Latin-1, tabs, quotes, no rows, one row", {
  bom <- ledger(written_file(c(as.raw(c(0xef, 0xbb, 0xbf)), charToRaw("name,x\nann,1\n"))))
  expect_named(as.data.frame(bom), c("name", "x"))
  latin <- ledger(written_file(c(charToRaw("n\ncaf"), as.raw(0xe9), charToRaw("\n"))), encoding = "latin1")
  expect_identical(as.data.frame(latin)$n, "caf\u00e9")
  tabs <- as.data.frame(ledger(written_file("a\tb\n1\t\"x\ty\"\n2\t\n", "t.tsv")))
  expect_identical(tabs, data.frame(a = c(1, 2), b = c("x\ty", NA)))
  guessed <- as.data.frame(ledger(written_file("a;b\n1;z\n", "t.txt")))
  expect_identical(guessed, data.frame(a = 1, b = "z"))
  huge <- strrep("x", 1e6)
  expect_identical(as.data.frame(ledger(written_file(paste0("a,b\n", huge, ",1\n"))))$a, huge)
  none <- ledger(written_file("a,b\n"))
  expect_match(printed(none), "a head line and no entries")
  expect_equal(draw_up(brief(none, lines = whole(), figures = c(s = sum(b), n = count())))$n, 0L)
  expect_equal(nrow(draw_up(brief(none, lines = a, figures = c(s = sum(b))))), 0)
  kept <- as.data.frame(ledger(written_file("a\n 1 \nNA\n\"\"\n"), missing = "NA"))
  expect_identical(kept$a, c(" 1 ", NA, ""))
})

test_that("a word among numbers is kept and said, early or late in the file, or forced", {
  early <- ledger(written_file("k,x\na,1\nb,two\nc,3\nd,4\ne,5\nf,6\n"))
  expect_match(said_by(brief(early, lines = k, figures = c(s = sum(x)))), "\"two\" in row 2.*as_number\\(x\\)")
  text <- paste0("k,x\n", paste0("n,", 1:3000, collapse = "\n"), "\nn,two\nn,9\n")
  late <- ledger(written_file(text))
  expect_match(flat(late), "`x` is kept as text, because not all of it is numbers: \"two\" in row 3,001")
  expect_identical(as.data.frame(late)$x[3001], "two")
  expect_match(
    said_by(ledger(written_file(text), kinds = c(x = "number"))),
    "row 3,001, column `x`: \"two\" is no number.*missing = c\\(\"\", \"two\"\\)"
  )
  gone <- ledger(written_file(text), missing = c("", "two"))
  expect_identical(as.data.frame(gone)$x[c(3000, 3001, 3002)], c(3000, NA, 9))
  page <- draw_up(brief(late, columns = c(y = as_number(x)), lines = whole(), figures = c(s = sum(y))))
  expect_equal(page$s, sum(1:3000) + 9)
  expect_match(printed(page), "Text that is no number: 1 value now missing")
})

test_that("numbers are read to their last digit, offsets of times are said", {
  numbers <- withr::with_seed(3, c(stats::runif(2000), 10^stats::runif(500, -300, 15), round(stats::rnorm(500), 2),
    1 / 3, -1e-310))
  path <- written_file(paste0("x\n", paste(sprintf("%.17g", numbers), collapse = "\n"), "\n"))
  expect_identical(ledger(path)$columns$x, numbers)
  times <- written_file("t,x\n2025-01-01T10:00:00+02:00,1\n2025-01-01T12:00:00+02:00,2\n")
  opened <- ledger(times)
  expect_identical(format(opened$columns$t), c("2025-01-01 08:00:00", "2025-01-01 10:00:00"))
  expect_match(flat(opened), "with an offset, such as \\+02:00, are held as the instants they are and shown in UTC")
})

test_that("a page on a file can be saved and read again, in this session or another", {
  keys <- rep_len(c("a", "b", "\u00e9"), 2e4)
  path <- written_file(paste0("k,x\n", paste0(keys, ",", 1:2e4, collapse = "\n"), "\n"))
  page <- brief(path, lines = k, figures = c(s = sum(x)))
  kept <- withr::local_tempfile(fileext = ".rds")
  saveRDS(list(page, draw_up(page)), kept)
  again <- readRDS(kept)
  expect_equal(as.data.frame(draw_up(again[[1]])), as.data.frame(draw_up(page)))
  expect_true(all_tie(tie_out(again[[2]])))
  code <- sprintf(
    "x <- readRDS('%s'); library(idleledger); cat(all_tie(tie_out(x[[2]])), sum(draw_up(x[[1]])$s))", kept
  )
  expect_identical(system2("Rscript", c("-e", shQuote(code)), stdout = TRUE), "TRUE 200010000")
})
