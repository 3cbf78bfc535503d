# Checked trees on whole vectors, and nothing else within reach.
test_that("a value that is still to be given is asked for, in R and on the command line", {
  page <- brief(dues, only = due > given(least), lines = wharf)
  expect_match(said_by(draw_up(page)), "asks for given\\(least\\).*supply\\(brief, least = ...\\), or --given least=")
  expect_identical(nrow(draw_up(supply(page, least = 28))), length(unique(dues$wharf[dues$due > 28])))
})

test_that("no function of R's is reached through a column, a name or a value", {
  table <- data.frame(system = 1:3, q = 4:6, t = 7:9, c = 1:3)
  expect_identical(draw_up(brief(table, columns = c(x = system + q + t + c)))$x,
    as.numeric(table$system + table$q + table$t + table$c))
  hostile <- structure(1, class = "odd")
  registerS3method("+", "odd", function(e1, e2) stop("was run"), envir = globalenv())
  span <- as.difftime(3, units = "hours")
  complex <- 1i
  expect_match(said_by(brief(table, columns = c(x = q + hostile))),
    "`hostile` is of class `odd`, which is no value for a brief")
  expect_match(said_by(brief(table, only = q > span)), "`span` is of class `difftime`")
  expect_match(said_by(brief(table, only = q %in% span)), "`span` is of class `difftime`")
  expect_match(said_by(brief(table, only = q == complex)), "`complex` is of class `complex`")
})

test_that("expressions of one row, of none, and of one value for all rows have the length of the table", {
  for (n in c(0, 1, 5)) {
    table <- dues[seq_len(n), ]
    drawn <- draw_up(brief(table, columns = c(a = 1, b = "x", d = as_date("2025-01-01"), e = due * 2)))
    expect_true(all(lengths(as.list(drawn)) == n))
  }
})
