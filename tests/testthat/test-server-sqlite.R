# What SQLite is asked, held against what is worked here.
test_that("random pages are the same here and on SQLite", {
  connection <- lite()
  n <- as.integer(Sys.getenv("IDLE_RANDOM_PAGES", rounds(270)))
  expect_same_at(connection, n, 2, function(size) tables_in_hand(connection, size, days_as_texts = TRUE), 0.5)
})
