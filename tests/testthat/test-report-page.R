# One page of a report, part by part.
skip_if_not_installed("htmltools")
html_of <- function(page, ...) {
  path <- withr::local_tempfile(fileext = ".html")
  report(page, path, chart = FALSE, ...)
  paste(readLines(path, encoding = "UTF-8", warn = FALSE), collapse = "\n")
}

test_that("a page has its title, verdict, statement, what was left out, remarks, checks and brief", {
  page <- by_wharf(only = due > 5, notes = "Before refunds", title = "Dues")
  html <- html_of(page)
  left <- sum(dues$due <= 5)
  for (words in c("<h1", "Dues", "Ties out: ", "Before refunds", sprintf("%d", left),
    "Keep only entries where due &gt; 5")) {
    expect_match(html, words, fixed = TRUE)
  }
  expect_match(html_of(amend(page, control = c(dues = 1))), "Does not tie out: 1 differs")
})

test_that("several pages are one report, each with an id of its own", {
  path <- withr::local_tempfile(fileext = ".html")
  report(list(by_wharf(), by_day(dues, w = running(sum(dues), along = paid_on))), path, chart = FALSE, title = "Both")
  html <- paste(readLines(path, encoding = "UTF-8", warn = FALSE), collapse = "\n")
  for (id in c("p1", "p2")) expect_length(gregexpr(sprintf("<article class=\"page\" id=\"%s\"", id), html,
    fixed = TRUE)[[1]], 1)
  expect_match(html, "<title>Both</title>", fixed = TRUE)
})
