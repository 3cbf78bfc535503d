# The program's words worked in this session, with what it says on either side.
program <- function(...) {
  withr::local_options(cli.width = 80, width = 80, cli.num_colors = 1)
  err <- capture.output(out <- capture.output(status <- command_line(c(...))), type = "message")
  list(status = status, out = out, err = err)
}

# What R prints, as the program has it.
lines_printed <- function(x, ...) {
  withr::local_options(cli.width = 80, width = 80, cli.num_colors = 1)
  capture.output(print(x, ...))
}

# The program ends with 2 and one line on standard error, with nothing on standard output.
expect_refused <- function(words, ...) {
  said <- program(...)
  label <- paste(c(...), collapse = " ")
  expect_identical(said$status, 2L, label = label)
  expect_length(said$err, 1)
  expect_match(said$err, paste0("^idle-ledger: .*", words), label = label)
  expect_identical(said$out, character(), label = label)
}

# The demo table of dues in a file of its own.
dues_file <- function(env = parent.frame()) {
  path <- file.path(withr::local_tempdir(.local_envir = env), "dues.csv")
  readr::write_csv(demo_table("dues"), path)
  path
}
