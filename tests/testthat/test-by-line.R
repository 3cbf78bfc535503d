# Figures worked again line by line in plain R: the second route of every figure agrees with the first.
test_that("a figure that is off in one line is found by its values in plain R, with every kind of argument", {
  table <- random_table(120, 6)
  calls <- list(quote(listed(word, along = day)), quote(first(amount, along = falling(moment))), quote(mode(whole)),
    quote(mean(amount, weight = abs(part))), quote(median(amount, where = flag)), quote(nth(word, 2, along = whole)),
    quote(count_distinct(word, choice)), quote(max(big)), quote(last(choice, along = amount)))
  for (call in calls) {
    page <- rlang::inject(brief(table, lines = whole, figures = c(f = !!call)))
    expect_true(all_tie(tie_out(page)), label = deparse1(call))
    local({
      local_spoiled("figures", function(drawn) {
        x <- drawn$lines$columns$f
        known <- which(!idleledger:::is_missing_value(x))
        values <- idleledger:::plain_vector(x)
        other <- known[which(as.character(values[known]) != as.character(values[known[1]]))[1]]
        drawn$lines$columns$f <- idleledger:::pick_rows(x, replace(seq_along(values), known[1], other))
        drawn
      })
      expect_match(differing(page)[["recomputed"]], "of the cells 1 differs, first `f`", label = deparse1(call))
    })
  }
})

test_that("the lines of entries are found without the core", {
  ns <- asNamespace("idleledger")
  drawn <- ns$work_brief(brief(tolls, lines = c(reach, lock, paid), figures = c(n = count())))
  line <- ns$plain_line_of(drawn, c("reach", "lock", "paid"))
  keys <- paste(tolls$reach, tolls$lock, tolls$paid)
  expect_identical(line, match(keys, unique(keys)))
  rows <- ns$rows_by_line(drawn, match(unique(keys), keys)[3:5], c("reach", "lock", "paid"))
  expect_identical(rows, unname(split(seq_along(keys), factor(keys, unique(keys))))[3:5])
  not_first <- which(duplicated(keys))[1:3]
  expect_identical(ns$rows_by_line(drawn, c(not_first, 1), c("reach", "lock", "paid")),
    c(rep(list(integer()), 3), list(which(keys == keys[1]))))
  expect_identical(ns$rows_by_line(drawn, 1, character()), list(seq_along(keys)))
})
