# Names and values in a query: quoted, and never run.
test_that("names and texts of any kind are quoted, and nothing in them is run", {
  hostile <- c("a\"b", "x`y", "select", "1 or 1=1", "semi;colon", "-- note", "o'brien", "back\\slash", "\u00fcber",
    "a.b", "two\nlines")
  values <- c("'; DROP TABLE kept; --", "\\'; DELETE FROM kept; --", "\"", "%s %d", "\u202e", "' OR ''='", "$1", "?",
    ":x", "a\n  b\n\nc", "/* */", "it'''s\n(")
  for (connection in list(lite(kept = data.frame(a = 1)), local_connection())) {
    DBI::dbWriteTable(connection, "kept", data.frame(a = 1), overwrite = TRUE)
    for (name in hostile) {
      table <- data.frame(values, seq_along(values))
      names(table) <- c(name, "n")
      DBI::dbWriteTable(connection, "the \"table\"", table, overwrite = TRUE)
      column <- as.name(name)
      page <- rlang::inject(brief(ledger(connection, "the \"table\""), only = (!!column) != !!values[1],
        lines = c(key = !!column), figures = c(s = sum(n), m = max(!!column)), beside = c(r = rank(key))))
      expect_equal(as.data.frame(draw_up(page, at = "source")), as.data.frame(draw_up(page)), ignore_attr = TRUE)
      for (value in values) {
        one <- rlang::inject(brief(ledger(connection, "the \"table\""), only = (!!column) == !!value, lines = whole(),
          figures = c(s = sum(n))))
        expect_identical(draw_up(one, at = "source")$s, as.double(match(value, values)))
      }
    }
    expect_identical(DBI::dbGetQuery(connection, "SELECT count(*) AS n FROM kept")$n |> as.integer(), 1L)
  }
})
