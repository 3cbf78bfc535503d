# Columns of texts as what was asked of them, or as what their different texts turn out to be.
kinds <- function(cells) {
  unname(ledger(written_file(paste0("v,k\n", paste0("\"", cells, "\",1", collapse = "\n"), "\n"),
    "t.csv"))$kinds["v"])
}

test_that("each kind of cell makes its kind of column, and one that does not fit makes text", {
  sets <- list(double = c("1", "-2.5", "1e3"), date = c("2024-02-29", "1999-12-31"),
    time = c("2024-01-01 10:00:00", "2024-01-01 11:30:00"),
    logical = c("TRUE", "FALSE"), text = c("a", "b"))
  for (kind in names(sets)) {
    expect_identical(kinds(rep(sets[[kind]], 5)), kind, label = kind)
    if (kind != "text") expect_identical(kinds(c(rep(sets[[kind]], 5), "odd")), "text", label = kind)
  }
  expect_identical(kinds(c("007", "010", "011")), "text")
  expect_identical(kinds(c("2024-02-30", "2024-02-28")), "text")
  expect_identical(kinds(c("1,234", "5,678")), "double")
  expect_identical(kinds(c("2024-01-01 10:00:00", "2024-01-01T10:00:00Z")), "text")
})

test_that("a kind that is asked for holds in every cell, and each misfit is told by row with what to do", {
  path <- written_file("v\n1\n\nx\ny\n", "t.csv")
  said <- said_by(ledger(path, kinds = c(v = "number")))
  expect_match(said, paste0("row [23], column `v`: \"x\" is no number, nor is 1 other text.*",
    "missing = c\\(\"\", \"x\"\\).*kinds = c\\(v = \"text\"\\)"))
  expect_identical(as.data.frame(ledger(path, kinds = c(v = "text")))$v |> utils::tail(2), c("x", "y"))
})
