# Values of columns as rules look at them: each column looked at once.
ns <- asNamespace("idleledger")

test_that("texts and numbers of columns are those that occur, with how often", {
  table <- random_table(120, 98)
  columns <- lapply(table, function(x) if (is.character(x)) ns$encode_text(x) else x)
  seen <- ns$values_of_ledger(columns, 120)
  texts <- seen$texts("word")
  times <- table(table$word)
  expect_setequal(texts$text, names(times) |> c(if ("" %in% table$word) "") |> unique())
  expect_equal(sum(texts$n), sum(!is.na(table$word)))
  numbers <- seen$numbers("whole")
  expect_equal(numbers$value, sort(unique(table$whole)))
  expect_equal(as.vector(numbers$n), as.vector(table(table$whole)))
  expect_null(seen$texts("amount"))
  expect_setequal(ns$columns_of_moments(seen, names(table)), c("day", "moment"))
  expect_setequal(as.integer(ns$rows_of_texts(seen, "word", c("ash", "elm"))), which(table$word %in% c("ash", "elm")))
})

test_that("even rows begin with the first and end with the last", {
  for (n in c(1, 2, 10, 1000)) for (most in c(1, 5, 100)) {
    rows <- ns$even_rows(n, most)
    expect_lte(length(rows), most)
    expect_true(rows[1] == 1 && (most == 1 || rows[length(rows)] == n))
  }
})

test_that("what tells columns apart is that of their values in hand on any page, for look() and a tie-out alike", {
  table <- random_table(150, 21)
  table <- rbind(table, table[3, ])
  n <- nrow(table)
  pages <- list(
    brief(table, lines = word, figures = c(n = count(), a = sum(amount))),
    brief(table, only = whole > 2, lines = c(word, day), figures = c(a = mean(amount))),
    brief(table, prepare = strike_duplicates(), lines = word, figures = c(n = count())),
    brief(table, prepare = mend_keys(word, spellings = c(ash = "elm")), lines = word, figures = c(a = max(whole))),
    brief(table, columns = c(whole = 2 * whole), lines = word, figures = c(a = sum(whole))),
    brief(table, columns = c(twice = 2 * amount), lines = c(length = text_length(word)), figures = c(a = sum(twice)))
  )
  for (page in pages) {
    drawn <- ns$work_brief(page)
    seen <- ns$values_of_page(drawn)
    asked <- unique(c(seen$all, seen$used, seen$bare))
    expect_identical(seen$prints()[asked], ns$prints_seen(asked, seen$column))
    at <- sample(drawn$entries$n, 1)
    for (name in asked) {
      x <- seen$column(name)
      other <- ns$pick_rows(x, replace(seq_len(drawn$entries$n), at, which(!ns$same_values(x, ns$pick_rows(x, at)))[1]))
      if (!all(ns$same_values(x, other))) expect_false(ns$print_seen(other) == seen$prints()[[name]], info = name)
    }
  }
  whole <- ns$values_of_page(ns$work_brief(pages[[1]]))$prints()
  expect_identical(whole, ns$values_of_ledger(as.list(table), n)$prints()[names(whole)])
})

test_that("a brief that was kept by an earlier version does not know what it reads, and is looked at all the same", {
  page <- brief(demo_table("dues"), lines = wharf, figures = c(slips = sum(slip), n = count(where = due > 5)))
  kept <- page
  kept$met <- NULL
  expect_identical(ns$columns_met(kept), page$met)
  expect_identical(as.data.frame(tie_out(kept)), as.data.frame(tie_out(page)))
  expect_setequal(page$met$read, c("wharf", "slip", "due"))
  expect_setequal(page$met$bare, c("wharf", "slip"))
})
