# JSON and NDJSON: records, and what is none.
test_that("JSON and NDJSON give records, and what is nested, broken or twice stops by record or line", {
  text <- "{\"k\":\"a\",\"x\":0.1,\"d\":\"2024-02-29\",\"b\":true,\"id\":\"007\",\"n\":\"NaN\"}"
  lines <- c(text, "", "{\"k\":null,\"x\":2e-300,\"id\":\"1\",\"n\":1}")
  right <- data.frame(
    k = c("a", NA), x = c(0.1, 2e-300), d = as.Date(c("2024-02-29", NA)), b = c(TRUE, NA), id = c("007",
      "1"), n = c(NaN, 1)
  )
  expect_identical(as.data.frame(ledger(written_file(paste(lines, collapse = "\n"), "t.ndjson"))), right)
  whole <- sprintf("[%s]", paste(lines[c(1, 3)], collapse = ","))
  expect_identical(as.data.frame(ledger(written_file(whole, "t.json"))), right)
  wide <- as.data.frame(ledger(written_file("[{\"i\":9007199254740993},{\"i\":1}]", "t.json")))
  expect_identical(wide$i, c("9007199254740993", "1"))
  cases <- list(
    c("[{\"a\":1},{\"a\":[1,2]}]", "record 2, key `a`: a list or a record within a record"), c("[{\"a\":1},3]",
      "record 2 is no record"),
    c("{\"a\":1}", "is not a list of records"), c("[{\"a\":1}", "is no valid JSON"), c("[]", "has no records"),
    c("[{\"a\":1,\"a\":2}]", "record 1 has the key `a` twice"), c("[{\"\":1}]", "has no name")
  )
  for (case in cases) expect_match(said_by(ledger(written_file(case[1], "t.json"))), case[2], info = case[1])
  expect_match(said_by(ledger(written_file("{\"a\":1}\n{\"a\":\n", "t.ndjson"))), "line 2 is no valid JSON")
  mixed <- ledger(written_file("[{\"a\":1},{\"a\":\"x\"}]", "t.json"))
  expect_identical(as.data.frame(mixed)$a, c("1", "x"))
  expect_match(flat(mixed), "values of several kinds and is kept as text")
})
