# Columns as a plain data frame, and names that are still free in one.
ns <- asNamespace("idleledger")

test_that("a frame has the rows it is told, also without a column or a row", {
  for (n in c(0L, 1L, 1000L)) {
    frame <- ns$as_frame(list(a = seq_len(n), b = ns$encode_text(rep("x", n))), n)
    expect_identical(dim(frame), c(n, 2L))
    expect_identical(frame$b, rep("x", n))
    expect_identical(frame, data.frame(a = seq_len(n), b = rep("x", n)))
    expect_identical(nrow(ns$as_frame(list(), n)), n)
  }
})

test_that("a free name is none that is taken, and the wish where it is free", {
  expect_identical(ns$free_name("a", c("b", "c")), "a")
  taken <- c("a", "a_", "a__")
  expect_identical(ns$free_name("a", taken), "a___")
})
