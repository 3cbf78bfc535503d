# JSON and NDJSON: what any reader of JSON reads back.
test_that("records come back with their numbers to the bit, missing as null, dates as ISO 8601", {
  table <- random_table(60, 93)
  table$part[3] <- 1 / 3
  for (ending in c("json", "ndjson")) {
    path <- withr::local_tempfile(fileext = paste0(".", ending))
    suppressMessages(write_statement(draw_up(brief(table)), path))
    text <- readLines(path, encoding = "UTF-8")
    records <- if (ending == "json") jsonlite::fromJSON(paste(text, collapse = "\n"),
      simplifyVector = FALSE) else lapply(text, jsonlite::fromJSON, simplifyVector = FALSE)
    expect_length(records, 60)
    part <- vapply(records, function(one) if (is.null(one$part)) NA_real_ else as.numeric(one$part), 1)
    expect_identical(part, table$part + 0)
    expect_identical(vapply(records, function(one) if (is.null(one$word)) NA_character_ else one$word, ""), table$word)
    expect_identical(vapply(records, function(one) if (is.null(one$day)) NA_character_ else one$day, ""),
      as.character(table$day))
  }
})
