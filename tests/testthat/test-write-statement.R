# A statement written to a file.
test_that("what is written is the statement, and a note beside it tells how it came about", {
  folder <- withr::local_tempdir()
  statement <- draw_up(by_wharf(title = "Dues"))
  for (ending in c("csv", "tsv", "json", "md", "html", "txt")) {
    path <- file.path(folder, paste0("a.", ending))
    expect_identical(suppressMessages(write_statement(statement, path)) |> is.null(), FALSE)
    expect_match(paste(readLines(path, warn = FALSE), collapse = " "), "Brook", label = ending)
  }
  about <- file.path(folder, "b.csv")
  suppressMessages(write_statement(statement, about, about = TRUE))
  expect_gt(length(list.files(folder, "^b")), 1)
})

test_that("a format that is not known, and the page's own source, are refused", {
  path <- dues_file()
  before <- readLines(path)
  statement <- draw_up(brief(ledger(path), lines = wharf, figures = c(n = count())))
  expect_match(said_by(write_statement(statement, path)), "is the file that this page is drawn up from")
  expect_identical(readLines(path), before)
  expect_match(said_by(write_statement(statement, file.path(dirname(path), "a.doc"))), "no format|format")
  for (wrong in list(dues, 3, NULL)) expect_error(write_statement(wrong, file.path(dirname(path), "x.csv")),
    class = "idle_error")
})
