# Expressions and trees in words.
ns <- asNamespace("idleledger")

test_that("what is written of an expression reads as the same expression", {
  for (text in c("toll > 0", "`odd name` + 1", "sum(toll, where = paid == \"cash\")", "-x^2", "!(a & b)",
    "c(a, `b c` = d)", "`if`(a, b)")) {
    expr <- str2lang(text)
    expect_identical(str2lang(ns$expr_text(expr)), expr, label = text)
  }
  long <- Reduce(function(a, b) call("+", a, b), lapply(1:400, function(k) as.name(paste0("column_", k))))
  expect_identical(str2lang(ns$expr_text(long)), long)
})

test_that("a page says each part in words", {
  page <- brief(dues, columns = c(each = due / tonnes), only = due > 5, lines = wharf,
    figures = c(s = sum(due), d = count_distinct(goods, rate),
    m = mean(rate, weight = tonnes)), order = falling(s), beside = c(r = running(sum(s), along = wharf)))
  text <- flat(page)
  for (words in c("due > 5", "the total of due", "combinations of goods and rate", "weighted by tonnes",
    "s, largest first")) {
    expect_match(text, words, fixed = TRUE)
  }
})
