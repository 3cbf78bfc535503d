# A crosstab laid out: its columns, their heads, its edges.
wide <- function(table, ...) {
  as.data.frame(draw_up(brief(table, lines = c(k, v), figures = c(n = count()), abreast = v,
    ...)))
}

test_that("each value has a column under its own text, in the order of the key, missing last", {
  table <- random_table(150, 99)
  for (name in c("word", "choice", "whole", "day", "flag")) {
    own <- data.frame(k = table$whole)
    own$v <- table[[name]]
    got <- wide(own)
    cells <- as.matrix(got[setdiff(names(got), "k")])
    expect_identical(sum(cells, na.rm = TRUE), 150L, label = name)
    expect_identical(ncol(cells), length(unique(own$v)), label = name)
  }
})

test_that("values that read like names of ours have heads of their own, or are told", {
  table <- data.frame(k = 1, v = c("Total", "k", "n", "a b", ""))
  said <- tryCatch(names(wide(table)), idle_error = function(e) paste(e$said, collapse = " "))
  expect_true(length(said) == 6 || grepl("name|head|column", said))
})

test_that("totals stand at the edge and are recomputed", {
  page <- brief(dues, lines = c(wharf, goods), figures = c(m = median(due)),
    abreast = columns_of(goods, totals = "both"))
  got <- as.data.frame(draw_up(page))
  expect_equal(got$Total[got$wharf %in% "Alder" & got$line_kind == "line"], median(dues$due[dues$wharf == "Alder"]))
  expect_equal(got$Total[got$line_kind == "total"], median(dues$due))
  expect_equal(got$coal[got$line_kind == "total"], median(dues$due[dues$goods == "coal"]))
})

test_that("the keys of rows and of heads look as on any page, in print and in files of text", {
  tolls <- demo_table("tolls")
  page <- brief(tolls, lines = c(month = start_of(passed_on, "month"), reach), figures = c(n = count()),
    abreast = reach)
  across <- amend(page, abreast = month)
  path <- withr::local_tempfile(fileext = ".md")
  write_statement(page, path)
  expect_match(printed(draw_up(page)), "\n2024-07 ")
  expect_match(gsub("\\", "", readLines(path), fixed = TRUE), "^[|] 2024-07 ", all = FALSE)
  expect_match(printed(draw_up(across)), " 2024-07 +2024-08 ")
  expect_identical(draw_up(page)$month[1], as.Date("2024-07-01"))
  expect_match(printed(draw_up(amend(page, layout = c(period(month, "quarter"), n)))), "\n2024 Q3 ")
})
