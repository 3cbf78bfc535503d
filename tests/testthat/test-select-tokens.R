# The words, numbers, texts and signs of a query, and where each stands.
tokens <- function(text) idleledger:::tokens_of(text)

test_that("every kind of token is known by its place, and comments are none", {
  text <- "SELECT \"a \"\"b\", 'it''s', 1.5e-3, .5, 12 -- rest\nFROM t /* two\nlines */ WHERE a<>b AND c>=2||'x'"
  found <- tokens(text)
  for (one in found) if (one$kind %in% c("word", "number")) {
    expect_identical(substr(text, one$at, one$at + nchar(one$text) - 1), one$text)
  }
  texts <- vapply(found, function(one) as.character(one$text), "")
  expect_true(all(c("SELECT", "\"a \"\"b\"", "'it''s'", "1.5e-3", ".5", "12", "FROM", "<>", ">=", "||",
    "'x'") %in% texts))
  expect_false(any(grepl("rest|two", texts)))
})

test_that("what is no token, or is not closed, is told with its line and column", {
  dues <- demo_table("dues")
  for (case in list(list("SELECT 'open FROM dues", "line 1, column 8"),
    list("SELECT slip\n  FROM \"dues", "line 2, column 8"),
    list("SELECT slip /* open FROM dues", "line 1"), list("SELECT slip # 2 FROM dues",
      "line 1, column 13"), list("SELECT \\ FROM dues", "line 1, column 8"))) {
    expect_match(said_by(read_select(case[[1]], dues = dues)), case[[2]], label = case[[1]])
  }
})
