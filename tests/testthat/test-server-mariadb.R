# What MariaDB is asked, held against what is worked here.
test_that("random pages are the same here and on MariaDB", {
  connection <- local_mariadb()
  expect_same_at(connection, rounds(150), 3, function(size) tables_in_hand(connection, size), 0.6)
})
