# The values of a line as one text.
test_that("lists have all values in order, once each if that is asked, with any sign between", {
  table <- random_table(120, 31)
  for (name in setdiff(names(table), "flag")) for (sep in c(", ", "", "|\n")) {
    got <- rlang::inject(draw_up(brief(table, lines = flag, figures = c(a = listed(!!as.name(name), sep = !!sep),
      once = listed(!!as.name(name), sep = !!sep, distinct = TRUE), back = listed(!!as.name(name), sep = !!sep,
        along = falling(whole))))))
    texts <- as.character(draw_up(rlang::inject(brief(table, columns = c(t = as_text(!!as.name(name))))))$t)
    lines <- slow_lines(table, "flag")
    expected <- vapply(lines, function(rows) paste(texts[rows][!is.na(texts[rows])], collapse = sep), "")
    expect_identical(got$a, expected, label = name)
    expect_identical(got$once, vapply(lines, function(rows) {
      paste(unique(texts[rows][!is.na(texts[rows])]),
        collapse = sep)
    }, ""))
    expect_identical(got$back, vapply(lines, function(rows) {
      rows <- rows[order(-table$whole[rows], na.last = TRUE, method = "radix")]
      paste(texts[rows][!is.na(texts[rows])], collapse = sep)
    }, ""), label = name)
  }
})

test_that("a list of nothing is missing, and what is not one value is told", {
  got <- draw_up(brief(data.frame(k = 1:2, x = c("a", NA)), lines = k, figures = c(l = listed(x))))
  expect_identical(got$l, c("a", NA))
  expect_match(said_by(brief(dues, lines = wharf, figures = c(l = listed(goods, sep = wharf)))), "takes one value")
  expect_match(said_by(brief(dues, lines = wharf, figures = c(l = listed(goods, distinct = "yes")))),
    "takes a condition")
})
