# What is in view while a part is chosen: the columns with their kinds, and what values they hold.
ns <- asNamespace("idleledger")

test_that("facts of columns are those of base R, for every kind and with missing values", {
  for (n in c(0, 1, 50)) {
    table <- random_table(n, n + 1)
    for (name in names(table)) {
      x <- table[[name]]
      facts <- ns$facts_of_column(x)
      expect_equal(facts$n, n, label = name)
      expect_equal(facts$missing, sum(is.na(x)), label = name)
      known <- x[!is.na(x)]
      if (!is.null(facts$smallest)) {
        expect_equal(c(facts$smallest, facts$largest), c(min(known), max(known)), label = name)
      } else if (!is.na(facts$different) && n > 0) {
        times <- sort(table(as.character(known)), decreasing = TRUE)
        expect_equal(facts$different, length(times), label = name)
        expect_equal(unlist(facts$times), head(as.vector(times), 8), label = name)
      }
    }
  }
})

test_that("facts are said in words, dates before the year 1000 with their zeros", {
  expect_identical(ns$facts_said(ns$facts_of_column(dues$wharf)), "text, 4 values: Alder, Brook, Causey and Dyer")
  expect_match(ns$facts_said(ns$facts_of_column(replace(dues$due, 1:14, NA))), "^number, 2.4 to 28.49, 14 missing$")
  expect_match(ns$facts_said(ns$facts_of_column(as.Date(c("0205-02-03", "2025-01-01")))), "0205-02-03 to 2025-01-01")
})

test_that("later parts of a section see those before them, and not themselves", {
  page <- brief(dues, columns = c(a = due * 2, b = a + 1, c = b * 2))
  state <- ns$state_of(page)
  desk <- ns$new_desk(page)
  for (index in 1:3) {
    seen <- ns$desk_view(desk)(state, "columns", index)
    expect_identical(intersect(c("a", "b", "c"), names(seen$columns)), c("a", "b", "c")[seq_len(index - 1)])
  }
})
