# The manual page.
test_that("the manual has each command and option once, and no line that roff would take for a request of its own", {
  lines <- program("manual")$out
  expect_match(lines[1], "^[.]TH IDLE")
  for (name in idleledger:::rooms_of("command")) {
    expect_length(grep(sprintf("^[.]B %s$", gsub("-", "\\\\\\\\-", name)), lines), 1)
  }
  heads <- grep("^[.]B \\\\-\\\\-", lines, value = TRUE)
  expect_identical(anyDuplicated(sub(" .*", "", sub("^[.]B ", "", heads))), 0L)
  requests <- unique(sub("^[.]([A-Z]+).*", "\\1", grep("^[.]", lines, value = TRUE)))
  expect_setequal(setdiff(requests, c("TH", "SH", "TP", "B", "I")), character())
})

test_that("text is written so that roff leaves it as it is", {
  expect_identical(idleledger:::roff_text(c(".a-b", "'q", "a\\b", "plain")), c("\\&.a\\-b", "\\&'q", "a\\eb", "plain"))
  skip_if(!nzchar(Sys.which("man")))
  path <- withr::local_tempfile(fileext = ".1")
  writeLines(program("manual")$out, path)
  shown <- suppressWarnings(system2("man", c("-l", path), stdout = TRUE, stderr = TRUE,
    env = c("MANPAGER=cat", "MANWIDTH=100")))
  expect_match(paste(shown, collapse = "\n"), "draw-up|drawing", fixed = FALSE)
})
