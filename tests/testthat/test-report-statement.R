# The statement in a report, as a table that any browser shows without its script.
skip_if_not_installed("htmltools")
table_of <- function(page) {
  path <- withr::local_tempfile(fileext = ".html")
  report(page, path, chart = FALSE)
  html <- paste(readLines(path, encoding = "UTF-8", warn = FALSE), collapse = "\n")
  sub("</table>.*", "", sub(".*id=\"p1-table\"", "", html))
}

test_that("every cell of the statement is in the table, totals in rows of their own kind", {
  page <- brief(dues, lines = c(wharf, goods), figures = c(s = sum(due)), footing = rollup(wharf, goods))
  html <- table_of(page)
  statement <- draw_up(page)
  rows <- regmatches(html, gregexpr("<tr class=\"(line|subtotal|total)[^>]*>.*?</tr>", html, perl = TRUE))[[1]]
  expect_length(rows, nrow(statement))
  for (k in seq_len(nrow(statement))) expect_match(rows[k], idleledger:::page_cells(statement)$texts[[3]][k],
    fixed = TRUE)
  expect_identical(sum(grepl("class=\"total", rows)), 1L)
})
