# The kinds that a caller asks for columns of a file.
opened <- function(text, ...) as.data.frame(ledger(written_file(text, "t.csv"), ...))

test_that("each word for a kind reads what it says, and a misfit stops with its row and column", {
  text <- "a,b,c,d\n\"1.234,5\",\u20ac 7,31/01/2025,ja\n\"2,5\",-3 EUR,28/02/2025,nein\n"
  got <- opened(text, kinds = c(a = number(decimal = ","), b = money(), c = date("%d/%m/%Y"), d = yes_no("ja", "nein")))
  expect_identical(got$a, c(1234.5, 2.5))
  expect_identical(got$b, c(7, -3))
  expect_identical(got$c, as.Date(c("2025-01-31", "2025-02-28")))
  expect_identical(got$d, c(TRUE, FALSE))
  expect_identical(opened("p\n12.5%\n-3%\n", kinds = c(p = percent()))$p, c(0.125, -0.03))
  expect_identical(opened("t\n007\n010\n", kinds = c(t = "text"))$t, c("007", "010"))
  said <- function(...) said_by(ledger(written_file("a\n1\nx\n3\n", "t.csv"), ...))
  expect_match(said(kinds = c(a = "number")), "row 2, column `a`.*\"x\"")
  expect_match(said(kinds = c(a = date("%d/%m/%Y"))), "row 1, column `a`")
})

test_that("kinds are named each once, of columns that are there", {
  says <- function(kinds) said_by(ledger(written_file("a,b\n1,2\n", "t.csv"), kinds = kinds))
  expect_match(says(c("number")), "needs the name of its column")
  expect_match(says(c(a = "number", a = "text")), "names the column `a` twice")
  expect_match(says(c(z = "number")), "no column `z`, which `kinds` names")
  expect_match(says(c(a = "numbr")), "There is no kind \"numbr\". Did you mean `number`")
  expect_match(says(list(a = 3)), "text or a word for one")
})

test_that("from a command line nothing but the words for kinds is worked", {
  ns <- asNamespace("idleledger")
  expect_identical(names(ns$kinds_from_text("a = number(decimal = \",\"), `odd name` = text")), c("a", "odd name"))
  for (text in c("a = system(\"id\")", "a = date(file(\"x\"))", "a = number(decimal = 1)", "a = (number)")) {
    expect_match(said_by(ns$kinds_from_text(text)), "kind|texts in quotes", label = text)
  }
})

test_that("what a message advises is written as the user writes it, and works", {
  path <- withr::local_tempfile(fileext = ".csv")
  writeLines(c("Dept;Month;Gross pay", "Ops;01.02.2026;\"5.000,50\"", "Ops;01.03.2026;n/a",
    "Sales;01.03.2026;\"4,25\""), path)
  advised <- function(lines) {
    text <- gsub(" +", " ", paste(lines, collapse = " "))
    found <- regmatches(text, gregexpr("--(kinds|missing) '[^']*'", text))[[1]]
    unlist(lapply(strsplit(found, " ", fixed = TRUE), function(words) {
      c(words[1], gsub("'", "", paste(words[-1], collapse = " ")))
    }))
  }
  call <- function(...) program("draw-up", path, "--lines", "Dept", "--figures", "s = sum(`Gross pay`)", ...)
  look <- advised(program("look", path)$out)
  expect_identical(look[1:4], c("--kinds", "Month = date(\"%d.%m.%Y\")", "--missing", "n/a"))
  money <- c("--kinds", "`Gross pay` = money(decimal = \",\")")
  told <- call(money)$err
  expect_match(told, "To take it as missing: --missing 'n/a'", fixed = TRUE)
  expect_match(call(money, advised(told)[1:2])$out, "Ops +5,000.5", all = FALSE)
  expect_match(call(look)$out, "Ops +5,000.5", all = FALSE)
  expect_match(look(ledger(path))$traps, "kinds = c(Month = date(\"%d.%m.%Y\"))", fixed = TRUE, all = FALSE)
})
