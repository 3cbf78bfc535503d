# Parquet: columns in their kinds.
skip_if_not_installed("nanoparquet")

test_that("every kind of column comes back from Parquet by the library's own reader", {
  table <- random_table(50, 94)
  path <- withr::local_tempfile(fileext = ".parquet")
  suppressMessages(write_statement(draw_up(brief(table[setdiff(names(table), "big")])), path))
  back <- as.data.frame(nanoparquet::read_parquet(path))
  for (name in setdiff(names(table), "big")) {
    expect_equal(as.vector(unclass(if (is.factor(back[[name]])) as.character(back[[name]]) else back[[name]])),
      as.vector(unclass(if (is.factor(table[[name]])) as.character(table[[name]]) else table[[name]])), label = name,
      ignore_attr = TRUE)
  }
})
