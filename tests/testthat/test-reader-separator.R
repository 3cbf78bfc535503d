# What stands between cells: found out, or said.
read <- function(text, ...) as.data.frame(ledger(written_file(text, "t.csv"), ...))

test_that("each usual sign is found, and one that is named is taken", {
  for (sign in c(",", ";", "\t", "|")) {
    text <- paste0(paste(c("a", "b b", "c"), collapse = sign), "\n", paste(c("1", "x y", "3"), collapse = sign), "\n")
    expect_identical(names(read(text)), c("a", "b b", "c"), label = sign)
    expect_identical(names(read(text, separator = c("," = "comma", ";" = "semicolon", "\t" = "tab",
      "|" = "bar")[[sign]])), c("a", "b b", "c"))
  }
  expect_identical(names(read("a~b\n1~2\n", separator = "~")), c("a", "b"))
  expect_identical(names(read("a,b;c\n1,2;3\n", separator = "semicolon")), c("a,b", "c"))
  expect_identical(read("only\n1\n2\n")$only |> as.numeric(), c(1, 2))
})

test_that("a sign that separates nothing, or is none, is told", {
  for (wrong in list("ab", "", "\"", "\n", 3, c(",", ";"))) {
    expect_match(said_by(read("a,b\n1,2\n", separator = wrong)), "separator", ignore.case = TRUE,
      label = deparse(wrong))
  }
})
