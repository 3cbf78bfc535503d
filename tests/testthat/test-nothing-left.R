# What a statement without lines says of its conditions.
why <- function(page) paste(attr(draw_up(page), "idle")$notes, collapse = " ")

test_that("the condition that nothing meets is named, with what there is instead", {
  expect_match(why(brief(dues, only = wharf == "Brok")),
    "only: no entry meets wharf == .Brok.; in `wharf` there is .Brook.\\.")
  expect_match(why(brief(dues, only = c(due > 2, wharf %in% c("Xy", "Z")), lines = goods)),
    "no entry meets wharf %in% .*there is \"Alder\", \"Brook\", \"Causey\" and \"Dyer\"")
  expect_match(why(brief(dues, only = due > 1000, lines = whole(), figures = c(n = count()))),
    "no entry meets due > 1000; `due` is 2.40 to 28.49")
  expect_match(why(brief(dues, only = paid_on < "2020-01-01")), "`paid_on` is 2025-01-01 to 2025-03-31")
  expect_match(why(by_wharf(show = n > 500)), "show: no line meets n > 500; `n` is 90 to 90")
  expect_match(why(brief(dues, only = is_missing(due))), "only: no entry meets is_missing\\(due\\)\\.$")
  apart <- brief(dues, only = c(wharf == "Alder", slip == !!dues$slip[dues$wharf == "Brook"][1]))
  expect_match(why(apart), "each of its 2 conditions is met, but nowhere all of them together")
  # A window is not judged again.
  expect_no_match(why(brief(dues, only = c(wharf == "Alder", due > 2, lag(due, along = entered()) > 1000))), "each of")
})

test_that("it is said on the page above, in parts, and for every kind of column", {
  below <- brief(dues, only = wharf == "Brok", lines = goods, figures = c(s = sum(due)))
  expect_match(why(brief(below, lines = whole(), figures = c(s = sum(s)))), "there is .Brook.")
  expect_match(why(brief(ledger(dues, in_parts = 50), only = due > 1000, lines = wharf)), "`due` is 2.40 to 28.49")
  table <- random_table(60, 3)
  table$none <- NA_real_
  for (name in names(table)) {
    x <- as.name(name)
    for (condition in list(bquote(is_missing(.(x)) & !is_missing(.(x))), bquote(.(x) != .(x)), bquote(.(x) == "zz"),
      bquote(.(x) > 1e30))) {
      page <- tryCatch(rlang::inject(brief(table, only = !!condition)), idle_error = function(e) NULL)
      if (!is.null(page)) expect_match(why(page), "only: no entry meets", label = deparse1(condition))
    }
    windowed <- rlang::inject(brief(table, only = lag(!!x, along = entered()) != !!x & is_missing(!!x)))
    expect_identical(nrow(draw_up(windowed)), 0L, label = name)
    expect_no_match(c("", why(windowed)), "meets", label = name)
  }
})

test_that("what has lines, or no entries to begin with, says nothing of it", {
  expect_no_match(c("", why(by_wharf())), "meets")
  expect_no_match(c("", why(by_wharf(dues[0, ]))), "meets")
})
