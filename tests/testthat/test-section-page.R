# Title and notes: words for the page.
test_that("a title and remarks stand on the page, in files and reports, as text alone", {
  page <- by_wharf(title = "<b>Dues</b> & \"more\"", notes = c("First <i>", "Second"))
  text <- printed(draw_up(page))
  expect_match(text, "^<b>Dues</b> & \"more\"")
  expect_match(text, "First <i>\n.*Second")
  skip_if_not_installed("htmltools")
  path <- withr::local_tempfile(fileext = ".html")
  report(page, path, chart = FALSE)
  html <- paste(readLines(path, encoding = "UTF-8"), collapse = "\n")
  expect_match(html, "&lt;b&gt;Dues&lt;/b&gt; &amp; ", fixed = TRUE)
  expect_no_match(html, "First <i>", fixed = TRUE)
})

test_that("a page has one title, and notes are texts or what is accepted", {
  expect_match(said_by(by_wharf(title = c("a", "b"))), "a page has one title")
  expect_match(said_by(by_wharf(notes = wharf)), "text in quotes")
  expect_match(said_by(by_wharf(notes = accept("copies"))), "because")
  expect_identical(by_wharf(title = NULL)$checked$title, NULL)
})
