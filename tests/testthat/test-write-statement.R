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

test_that("what cannot be written is refused before anything is drawn up", {
  local_in_package("work_brief", function(...) stop("it was drawn up"))
  page <- brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)))
  for (into in c("no/x.%s", "x.%s.doc")) {
    refused <- "There is no folder no|[.]doc\"? is (of )?no (format|name)"
    expect_match(said_by(write_statement(page, sprintf(into, "csv"))), refused)
    expect_match(said_by(report(page, sprintf(into, "html"))), refused)
    write <- function(command, ending) program(command, "dues", "--lines", "wharf", "--write", sprintf(into, ending))
    said <- c(write("draw-up", "csv")$err, write("report", "html")$err, write("chart", "png")$err)
    expect_length(said, 3)
    expect_match(said, refused)
  }
  expect_match(said_by(write_statement(page, tempfile(fileext = ".csv"), formulas = TRUE)), "has no formulas")
})
