# A book on the command line: each deed does what its function does.
folder <- withr::local_tempdir(.local_envir = teardown_env())
days <- split(dues, format(dues$paid_on, "%m"))
files <- file.path(folder, sprintf("dues-%s.csv", names(days)))
for (k in seq_along(days)) readr::write_csv(days[[k]], files[k])
shape <- c("--lines", "wharf", "--figures", "n = count(), s = sum(due)")

test_that("a book is made, fed, asked, put back and checked, and each says what it did", {
  skip_if_not_installed("RSQLite")
  book <- file.path(folder, "dues.book")
  made <- program("book", "new", book, files[1], shape)
  expect_identical(made$status, 0L)
  expect_match(program("book", "post", book, files[1], "--name", "january")$err, "Posted .*dues-01.csv")
  expect_match(program("book", "post", book, files[2:3])$err, "Posted .*dues-0[23].csv")
  drawn <- program("book", "draw-up", book, "--as", "csv")
  expect_identical(readr::read_csv(I(drawn$out), show_col_types = FALSE)$s,
    as.vector(tapply(dues$due, dues$wharf, sum)))
  expect_match(paste(program("book", "postings", book)$out, collapse = "\n"), "january")
  first <- program("book", "draw-up", book, "--until", "1", "--as", "csv")
  expect_equal(readr::read_csv(I(first$out), show_col_types = FALSE)$s,
    as.vector(tapply(days[[1]]$due, days[[1]]$wharf, sum)))
  all <- file.path(folder, "all.csv")
  readr::write_csv(dues, all)
  expect_identical(program("book", "check", book, "--against", all)$status, 0L)
  expect_match(program("book", "withdraw", book, "january")$err, "Withdrew january")
  expect_identical(program("book", "check", book, "--against", all)$status, 1L)
  expect_match(program("book", "withdraw", book, "3", "--quiet")$err, "^$|character", all = FALSE) |> try(silent = TRUE)
})

test_that("what is missing or wrong is one clear line", {
  expect_refused("book does one of these: new, post", "book")
  expect_refused("book does one of these", "book", "burn", "x.book")
  for (deed in c("new", "post", "draw-up", "postings", "withdraw", "check")) {
    expect_refused(sprintf("book %s needs the book's file", deed), "book", deed)
  }
  skip_if_not_installed("RSQLite")
  book <- file.path(folder, "other.book")
  program("book", "new", book, files[1], shape)
  expect_refused("is there already", "book", "new", book, files[1], shape)
  expect_refused("book post needs files with entries", "book", "post", book)
  expect_refused("needs the number or the name of one posting", "book", "withdraw", book)
  expect_refused("no posting|nothing was posted", "book", "withdraw", book, "7")
})
