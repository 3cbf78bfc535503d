# A cell the slow way: a figure of the entries that have a row's key and a column's.
slow_cells <- function(table, row, column, fn) {
  rows <- sort(unique(table[[row]]), na.last = TRUE)
  columns <- sort(unique(table[[column]]), na.last = TRUE)
  outer(seq_along(rows), seq_along(columns), Vectorize(function(i, j) {
    here <- table[table[[row]] %in% rows[i] & table[[column]] %in% columns[j], ]
    if (nrow(here) == 0) NA_real_ else fn(here)
  }))
}

test_that("cells, edges and corner are what their own entries give", {
  table <- random_table(500, 41)
  mid <- function(here) median(here$amount, na.rm = TRUE)
  page <- brief(table,
    lines = c(whole, choice), figures = c(m = median(amount)), abreast = columns_of(choice, totals = "both")
  )
  got <- as.data.frame(draw_up(page))
  expect_identical(names(got), c("whole", "low", "mid", "top", "(missing)", "Total", "line_kind", "summed_over"))
  lines <- got[got$line_kind == "line", ]
  expect_equal(unname(as.matrix(lines[2:5])), slow_cells(table, "whole", "choice", mid))
  expect_equal(lines$Total, as.vector(tapply(table$amount, addNA(factor(table$whole)), median, na.rm = TRUE)))
  foot <- unlist(got[got$line_kind == "total", 2:6], use.names = FALSE)
  expect_equal(foot, c(
    as.vector(tapply(table$amount, addNA(table$choice), median, na.rm = TRUE)), median(table$amount, na.rm = TRUE)
  ))
  expect_true(all_tie(tie_out(page)))
})

test_that("what stands beside the lines has worked on the cells, and edges are compared among themselves", {
  page <- brief(tolls,
    lines = c(lock, paid), figures = c(n = count()),
    beside = c(of_lock = share(n, per = lock), of_paid = share(n, per = paid)),
    abreast = columns_of(paid, figures = of_lock, totals = "both")
  )
  got <- as.data.frame(draw_up(page))
  expect_equal(rowSums(got[c("account", "cash", "pass", "(missing)")], na.rm = TRUE), rep(1, nrow(got)),
    ignore_attr = TRUE
  )
  expect_equal(got$Total, rep(1, nrow(got)))
  expect_equal(got$cash[got$line_kind == "total"], mean(tolls$paid %in% "cash"))
  expect_match(printed(page), "cash +pass.*[0-9.]+% +100.0%")
  down <- as.data.frame(draw_up(amend(page, abreast = columns_of(paid, figures = of_paid))))
  expect_equal(sum(down$cash, na.rm = TRUE), 1)
})

test_that("rows follow the order of their edge, columns the key, a figure or the list given", {
  page <- brief(tolls, lines = c(lock, paid), figures = c(s = sum(toll)), abreast = paid, order = falling(s))
  by_lock <- tapply(tolls$toll, addNA(factor(tolls$lock)), sum, na.rm = TRUE)
  expect_equal(draw_up(page)$lock, names(by_lock)[order(-by_lock)])
  by_paid <- tapply(tolls$toll, addNA(factor(tolls$paid)), sum, na.rm = TRUE)
  sorted <- names(draw_up(amend(page, abreast = columns_of(paid, order = s))))[-1]
  expect_identical(
    setdiff(sorted, c("line_kind", "summed_over")), c("(missing)", names(sort(by_paid[!is.na(names(by_paid))])))
  )
  fixed <- draw_up(
    amend(page, only = paid %in% c("cash", "pass"), abreast = columns_of(paid, columns = c("pass", "cash")))
  )
  expect_identical(names(fixed)[2:3], c("pass", "cash"))
})

test_that("a list of columns loses no category: an error, or a column of others from its entries", {
  page <- brief(tolls, lines = c(reach, paid), figures = c(typical = median(toll)))
  expect_match(
    said_by(draw_up(amend(page, abreast = columns_of(paid, columns = c("cash", "pass"))))),
    "has no place for 2 values of `paid`: account and \\(missing\\).*other = \"other\""
  )
  got <- draw_up(amend(page, abreast = columns_of(paid, columns = c("cash", "cheque"), other = "rest")))
  expect_identical(names(got), c("reach", "cash", "cheque", "rest"))
  rest <- tolls[!tolls$paid %in% "cash", ]
  expect_equal(got$rest, as.vector(tapply(rest$toll, rest$reach, median, na.rm = TRUE)))
  expect_true(all(is.na(got$cheque)))
  expect_match(flat(got), "cheque of `columns` does not occur; its column is empty")
  all <- draw_up(amend(page, abreast = columns_of(paid, columns = c("cash", "pass", "account", NA))))
  expect_identical(names(all)[5], "(missing)")
})

test_that("an empty cell is blank, and neither zero nor a missing figure", {
  table <- data.frame(a = c("p", "p", "q"), b = c("x", "y", "x"), v = c(0, NA, 5))
  page <- draw_up(brief(table, lines = c(a, b), figures = c(s = sum(v)), abreast = b))
  expect_match(printed(page), "p +0 +\\(missing\\)")
  expect_match(printed(page), "q +5\n")
})

test_that("several figures, formats and headings, and columns that only the data name", {
  page <- brief(tolls,
    only = !is_missing(paid), lines = c(reach, paid), figures = c(n = count(), s = sum(toll)),
    abreast = columns_of(paid, totals = "side")
  )
  expect_identical(names(draw_up(page))[2:5], c("account n", "account s", "cash n", "cash s"))
  laid <- draw_up(amend(page, layout = c(Reach = reach, money(s))))
  expect_identical(names(laid)[1:5], c("reach", "account s", "cash s", "pass s", "Total s"))
  expect_match(printed(laid), "Reach +account +cash +pass +Total\n.*,[0-9]{3}\\.[0-9]{2}")
  one <- amend(page, abreast = columns_of(paid, figures = n), layout = c(reach, cash))
  expect_identical(names(draw_up(one))[1:2], c("reach", "cash"))
  expect_match(said_by(draw_up(amend(one, layout = c(reach, cheque)))), "no column `cheque`")
  months <- draw_up(brief(tolls,
    lines = c(reach, month = start_of(passed_on, "month")), figures = c(n = count()), abreast = month
  ))
  expect_identical(names(months)[2:3], c("2024-07-01", "2024-08-01"))
})

test_that("subtotals of rows go with a key abreast", {
  page <- brief(tolls,
    lines = c(reach, lock, paid), figures = c(s = sum(toll)), footing = rollup(reach, lock),
    abreast = columns_of(paid, totals = "side")
  )
  got <- as.data.frame(draw_up(page))
  expect_identical(unique(got$summed_over), c("", "lock", "reach, lock"))
  cash <- tolls[tolls$paid %in% "cash", ]
  expect_equal(got$cash[got$line_kind == "subtotal"], as.vector(tapply(cash$toll, cash$reach, sum, na.rm = TRUE)))
  expect_equal(got$Total[got$line_kind == "total"], sum(tolls$toll, na.rm = TRUE))
  expect_true(all_tie(tie_out(page)))
})

test_that("pages above a crosstab see its lines", {
  below <- brief(tolls, lines = c(reach, paid), figures = c(n = count()), abreast = columns_of(paid, totals = "both"))
  above <- draw_up(brief(below, lines = paid, figures = c(n = sum(n))))
  expect_equal(above$n, as.vector(table(tolls$paid, useNA = "always")))
})

test_that("what is wrong with a key abreast is said", {
  page <- brief(tolls, lines = c(reach, paid), figures = c(n = count()))
  wrong <- list(
    brief(tolls, abreast = lock) ~ "does not say what makes a line",
    brief(tolls, lines = c(reach, paid), abreast = paid) ~ "nothing to put into the cells",
    amend(page, abreast = lock) ~ "`lock` is no key of the lines",
    amend(page, abreast = c(reach, paid)) ~ "one key stands abreast",
    amend(page, abreast = columns_of(paid, total = "foot")) ~ "no argument `total`",
    amend(page, abreast = columns_of(paid, totals = "left")) ~ "\"side\", \"foot\", \"both\" or \"none\"",
    amend(page, abreast = columns_of(paid, figures = toll)) ~ "nothing that a cell can hold",
    amend(page, abreast = columns_of(paid, columns = cash)) ~ "no column `cash`",
    amend(page, abreast = columns_of(paid, columns = c("a", "a"))) ~ "names \"a\" twice",
    amend(page, abreast = columns_of(paid, other = "x")) ~ "there is no `columns`",
    amend(page, abreast = columns_of(paid, columns = "cash", order = n)) ~ "leave out `order`",
    brief(tolls, lines = c(reach, passed_on), figures = c(n = count()),
      abreast = columns_of(passed_on, columns = "2024-07-01", other = "rest")
    ) ~ "`other` needs a key that is text",
    draw_up(
      amend(page, abreast = columns_of(paid, columns = "pass", other = "cash"))
    ) ~ "has a value \"cash\" of its own",
    draw_up(
      amend(page, abreast = paid, show = top(1, n, per = reach, others = TRUE))
    ) ~ "lines of others need a column",
    draw_up(brief(tolls, lines = c(reach, passage), figures = c(n = count()), abreast = passage)) ~
      "20,000 values.*200 is the most",
    draw_up(brief(data.frame(a = 1:2, b = c("a", "x")), lines = c(a, b), figures = c(n = count()), abreast = b)) ~
      "has a value \"a\", which is also the name of a column",
    draw_up(brief(data.frame(a = 1:2, b = c("Total", "x")),
      lines = c(a, b), figures = c(n = count()), abreast = columns_of(b, totals = "side")
    )) ~ "two columns would be called \"Total\", a value of `b` and the total",
    draw_up(
      brief(data.frame(a = 1:2, b = c(NA, "(missing)")), lines = c(a, b), figures = c(n = count()), abreast = b)
    ) ~
      "two columns would be called \"\\(missing\\)\"",
    draw_up(
      brief(data.frame(a = 1:2, b = c("", "(empty)")), lines = c(a, b), figures = c(n = count()), abreast = b)
    ) ~
      "two columns would be called \"\\(empty\\)\""
  )
  for (case in wrong) expect_match(said_by(eval(case[[2]])), case[[3]], label = deparse1(case[[2]]))
})

test_that("a million values abreast are refused", {
  table <- data.frame(k = seq_len(1e6), r = 1)
  page <- brief(table, lines = c(r, k), figures = c(n = count()), abreast = k)
  expect_match(said_by(draw_up(page)), "`k` has 1,000,000 values")
})
