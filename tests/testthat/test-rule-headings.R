# Headings that name another column of the page, or stand over two columns.
laid <- function(layout) {
  figures <- quote(c(due = sum(due), tonnes = sum(tonnes), m = mean(due)))
  rlang::inject(brief(dues, lines = wharf, figures = !!figures, layout = !!layout))
}

test_that("a heading that is another column's name is told, whatever its letters and signs", {
  expect_told("headings", laid(quote(c(wharf, Tonnes = due, Due = tonnes))),
    laid(quote(c(wharf, Tonnes = tonnes,
      Due = due))), "\"Tonnes\" stands over `due`, and is the name of another column")
  for (head in c("M", "m ", "m.")) {
    layout <- as.call(c(quote(c), quote(wharf), stats::setNames(list(quote(due)), head)))
    expect_told("headings", laid(layout), laid(quote(c(wharf, D = due))), "stands over `due`", head)
  }
})

test_that("one heading over two columns is told with both", {
  expect_told("headings", laid(quote(c(wharf, Sum = due, Sum = m))), laid(quote(c(wharf, Sum = due, Mean = m))),
    "\"Sum\" stands over two columns, `due` and `m`")
})
