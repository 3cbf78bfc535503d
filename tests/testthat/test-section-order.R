# Sorting of the lines that are shown.
test_that("lines are in the order of base R for every kind of key, missing last, ties in key order", {
  table <- random_table(80, 61)
  for (name in setdiff(names(table), c("flag", "choice"))) for (down in c(FALSE, TRUE)) {
    key <- as.name(name)
    got <- rlang::inject(draw_up(brief(cbind(id = 1:80, table), order = !!if (down) call("falling", key) else key)))$id
    expect_identical(got, order(if (inherits(table[[name]], "integer64")) as.numeric(table[[name]]) else table[[name]],
      decreasing = down, method = "radix", na.last = TRUE), label = paste(name, down))
  }
})

test_that("subtotals stay with their lines, and others come last in their group", {
  page <- brief(tolls, lines = c(reach, lock), figures = c(s = sum(toll)), footing = rollup(reach, lock),
    order = falling(s))
  got <- draw_up(page)
  groups <- rle(ifelse(is.na(got$reach), got$summed_over, got$reach))$values
  expect_identical(anyDuplicated(groups[nzchar(groups)]), 0L)
  others <- draw_up(brief(tolls, lines = c(reach, lock), figures = c(s = sum(toll)),
    show = top(1, s, per = reach, others = TRUE),
    order = c(reach, s)))
  known <- others[!is.na(others$reach), ]
  expect_true(all(tapply(known$line_kind, known$reach, function(kind) utils::tail(kind, 1)) == "others"))
})

test_that("a crosstab is sorted by its edge", {
  page <- brief(tolls, lines = c(lock, paid), figures = c(s = sum(toll)), abreast = columns_of(paid, totals = "both"),
    order = falling(Total))
  got <- draw_up(page)
  totals <- got$Total[got$line_kind == "line"]
  expect_false(is.unsorted(rev(totals)))
})

test_that("an order has no name and goes by what varies", {
  expect_match(said_by(rlang::inject(by_wharf(order = c(a = dues)))), "an order has no name")
  expect_match(said_by(by_wharf(order = "dues")), "without quotes")
})
