# Delimited text: every cell comes back, and nothing runs where it is opened.
test_that("hostile cells come back as they were but for what a spreadsheet would run", {
  cells <- c("plain", "with, comma", "with \"quotes\"", "two\nlines", "two\r\nlines", "tab\there", "", NA, " lead",
    "trail ", "\u00e9\U1F600", "NA", "007", "2025-01-01", "1e5")
  table <- data.frame(k = seq_along(cells), t = cells)
  for (ending in c("csv", "tsv")) {
    path <- withr::local_tempfile(fileext = paste0(".", ending))
    suppressMessages(write_statement(draw_up(brief(table)), path))
    back <- as.data.frame(ledger(path, kinds = c(t = "text"), missing = "\u0001none"))
    expect_identical(ifelse(is.na(cells), "", cells), ifelse(is.na(back$t), "", back$t), label = ending)
    raw <- readChar(path, file.size(path))
    expect_match(raw, "\n7[,\t]\"\"\n8[,\t]\n", label = paste("an empty text, and one that is missing, in", ending))
  }
  run <- c("=1+1", "+1", "-1+2", "@x", "\t=1", "\r=1", "\n=1")
  path <- withr::local_tempfile(fileext = ".csv")
  suppressMessages(write_statement(draw_up(brief(data.frame(k = seq_along(run), t = run))), path))
  raw <- readChar(path, file.size(path))
  expect_no_match(raw, ",\"?[=+@]")
})
