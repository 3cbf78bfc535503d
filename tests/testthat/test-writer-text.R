# Text for people: Markdown, HTML and plain text, with what data hold as text alone.
hostile <- c("<b>x</b>", "a|b", "*star*", "_under_", "`code`", "[link](http://x)", "line\nbreak", "&amp;", "\\",
  "# head")
page <- brief(data.frame(k = hostile, x = seq_along(hostile)), lines = k, figures = c(s = sum(x)), footing = rollup(k),
  title = "<i>T</i> | *t*")
written <- function(ending) {
  path <- withr::local_tempfile(fileext = paste0(".", ending))
  suppressMessages(write_statement(draw_up(page), path))
  paste(readLines(path, encoding = "UTF-8", warn = FALSE), collapse = "\n")
}

test_that("HTML has no tag of the data's, and Markdown as many columns in every row", {
  html <- written("html")
  expect_no_match(html, "<b>x|<i>T")
  expect_match(html, "&lt;b&gt;x&lt;/b&gt;", fixed = TRUE)
  lines <- strsplit(written("md"), "\n")[[1]]
  rows <- grep("^[|]", lines, value = TRUE)
  bars <- lengths(regmatches(rows, gregexpr("(?<!\\\\)[|]", rows, perl = TRUE)))
  expect_identical(unique(bars), 3L)
  expect_length(rows, length(hostile) + 3)
})

test_that("plain text is what is printed", {
  skip_if_not_installed("cli")
  text <- written("txt")
  for (cell in c("<b>x</b>", "a|b", "Total")) expect_match(text, cell, fixed = TRUE)
})
