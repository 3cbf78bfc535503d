# Whether arguments are of the kinds that a function takes: every function with every kind of column.
table <- random_table(12, 3)
kinds <- vapply(table, function(x) idleledger:::kind_of(x), "")

test_that("every row function either takes a column of a kind or says what it takes and what the column is", {
  rows <- idleledger:::rooms_of("row")
  told <- 0
  for (name in rows) {
    room <- idleledger:::room_of("row", name)
    args <- setdiff(names(room$args), "...")
    if (length(args) == 0 || !is.null(room$check)) next
    for (column in names(table)) {
      call <- as.call(c(as.name(name), as.name(column)))
      said <- tryCatch(rlang::inject({
        brief(table, columns = c(x = !!call))
        ""
      }), idle_wrong_kind = function(e) paste(e$said, collapse = " "), idle_error = function(e) "")
      if (!nzchar(said)) next
      told <- told + 1
      expect_match(said, sprintf("takes .*, and .*`?%s`?.* is |a date has no sign", column),
        label = paste(name, column))
    }
  }
  expect_gt(told, 100)
})

test_that("hints lead from text to numbers and from values to conditions", {
  expect_match(said_by(brief(table, lines = whole(), figures = c(x = sum(word)))),
    "Count with count\\(word\\), or make numbers of it: as_number\\(word\\)")
  expect_match(said_by(brief(table, only = word)), "Write a comparison, such as word == ... or is_missing\\(word\\)")
})
