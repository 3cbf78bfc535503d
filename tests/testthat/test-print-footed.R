# How subtotals look, and what a line sums over as text and back.
ns <- asNamespace("idleledger")

test_that("names with commas and marks come back from their text", {
  for (names in list(character(), "a", c("a", "b"), c("a, b", "c"), c("`a`", ", "), c("a`, `b", "", "c d"))) {
    names <- names[nzchar(names)]
    expect_identical(ns$names_in_text(ns$text_of_names(names)), names)
  }
})

test_that("data that read like our labels stand in quotes, labels do not", {
  table <- data.frame(reach = c("Total", "all reaches", "(missing)", "(others)", NA, "Upper"), x = 1:6)
  text <- printed(draw_up(brief(table, lines = reach, figures = c(s = sum(x)), footing = rollup(reach))))
  for (label in c("\"Total\"", "\"all reaches\"", "\"(missing)\"", "\"(others)\"")) expect_match(text, label,
    fixed = TRUE)
  expect_match(text, "\nTotal +21")
  expect_match(text, "\n(missing) ", fixed = TRUE)
})

test_that("keys are not repeated down a page, and totals name what they sum over", {
  text <- strsplit(printed(draw_up(brief(dues, lines = c(wharf, goods), figures = c(n = count()),
    footing = rollup(wharf, goods))), lines = Inf), "\n")[[1]]
  expect_identical(sum(grepl("^Alder", text)), 1L)
  expect_identical(sum(grepl("all goods", text)), 4L)
  plurals <- c(Reach = "all reaches", box = "all boxes", city = "all cities", day = "all days",
    `Lock 2` = "all of Lock 2", goods = "all goods",
    sales = "all sales", class = "all classes", status = "all statuses")
  expect_identical(vapply(names(plurals), ns$all_of_them, ""), plurals)
})
