# Every format but delimited text: what a library reads is held against the table that was written, kind by kind.

sample_table <- function() {
  data.frame(
    n = c(0.1 + 0.2, NA, NaN, Inf, -1e300), whole = c(1L, NA, -3L, 4L, 5L), word = c("a", NA, "\u00e9 \"q\"", "=1+1",
      "007"),
    day = as.Date(c("2024-02-29", NA, "0999-01-01", "9999-12-31", "1970-01-01")),
    at = as.POSIXct(c("2024-03-31 02:30:00", NA, "1969-12-31 23:59:59", "2030-01-01 00:00:00", "2024-01-01 10:00:00"),
      tz = "UTC"),
    flag = c(TRUE, NA, FALSE, TRUE, FALSE)
  )
}

test_that("Parquet comes column by column, with its kinds, and what it cannot hold exactly stops", {
  skip_if_not_installed("nanoparquet")
  folder <- withr::local_tempdir()
  path <- file.path(folder, "t.parquet")
  table <- sample_table()
  nanoparquet::write_parquet(table, path)
  book <- ledger(path)
  expect_identical(unname(book$kinds), c("double", "integer", "text", "date", "time", "logical"))
  expect_equal(as.data.frame(book), table)
  expect_identical(is.nan(as.data.frame(book)$n), is.nan(table$n))
  page <- brief(path, lines = flag, figures = c(s = sum(whole)))
  draw_up(page)
  expect_setequal(ls(page$source$kept), c("flag", "whole"))
  expect_true(all_tie(tie_out(draw_up(page))))
  wide <- data.frame(i = bit64::as.integer64(c("9007199254740993", "2", NA)))
  nanoparquet::write_parquet(wide, path)
  expect_identical(as.data.frame(ledger(path))$i, wide$i)
  expect_match(said_by(draw_up(amend(page, figures = c(s = sum(n))))), "has changed since it was opened")
  nanoparquet::write_parquet(data.frame(d = c(1.25, NA, 1e3)), path, schema = nanoparquet::parquet_schema(
    d = list("DECIMAL", precision = 9, scale = 2, primitive_type = "INT32")
  ))
  expect_identical(as.data.frame(ledger(path))$d, c(1.25, NA, 1e3))
  writeBin(as.raw(1:50), path)
  expect_match(said_by(ledger(path)), "t.parquet cannot be read")
  expect_match(said_by(ledger(written_file("a,b\n1,2\n", "x.parquet"))), "x.parquet cannot be read")
  expect_match(said_by(ledger(path, kinds = c(d = "text"))), "`kinds` says nothing about a file of this format")
})

written_workbook <- function(fill) {
  path <- withr::local_tempfile(fileext = ".xlsx", .local_envir = parent.frame())
  book <- openxlsx::createWorkbook()
  openxlsx::addWorksheet(book, "First")
  fill(book)
  openxlsx::saveWorkbook(book, path)
  path
}

test_that("workbooks give each cell in its kind, and name merged cells, formulas without values and dates as numbers", {
  skip_if_not_installed("openxlsx")
  skip_if_not_installed("readxl")
  table <- data.frame(n = c(1.5, NA, 3), word = c("007", NA, " x "), day = as.Date("2024-02-28") + 0:2,
    paid_on = c(45000, 45001, NA), ok = c(TRUE, NA, FALSE))
  path <- written_workbook(function(book) openxlsx::writeData(book, 1, table))
  book <- ledger(path)
  expect_equal(as.data.frame(book), table)
  expect_match(flat(look(book)),
    "`paid_on` holds whole numbers such as 45000, which may be dates.*kinds = c\\(paid_on = \"date\"\\)")
  expect_identical(as.data.frame(ledger(path, kinds = c(paid_on = "date")))$paid_on,
    as.Date(c("2023-03-15", "2023-03-16", NA)))
  odd <- written_workbook(function(book) {
    openxlsx::writeData(book, 1, data.frame(k = c("a", "b", "c"), x = c(1, 2, 3)))
    openxlsx::writeData(book, 1, "n/a", startCol = 2, startRow = 3)
    openxlsx::mergeCells(book, 1, cols = 1, rows = 2:3)
    openxlsx::writeFormula(book, 1, "1+1", startCol = 2, startRow = 6)
    openxlsx::addWorksheet(book, "Second")
    openxlsx::writeData(book, 2, data.frame(z = 9), startCol = 2, startRow = 3)
  })
  said <- flat(look(ledger(odd)))
  expect_match(said, "merged range \\(A2:A3\\): the value stands in the first cell only")
  expect_match(said, "1 formula without a value \\(B6\\)")
  expect_match(said, "`x` has cells of several kinds and is kept as text: \"n/a\" in row 3 of the sheet is a text")
  expect_match(said, "has 2 sheets; this is the first, \"First\". Another: sheet = \"Second\"")
  expect_identical(as.data.frame(ledger(odd, sheet = "Second", range = "B3:B4")), data.frame(z = 9))
  for (sheet in list(2, "2")) expect_identical(as.data.frame(ledger(odd, sheet = sheet, range = "B3:B4"))$z, 9)
  expect_match(said_by(ledger(odd, sheet = "Secnd")), "no sheet \"Secnd\". Did you mean `Second`")
  expect_match(said_by(ledger(odd, kinds = c(x = "number"))), "row 2, column `x`: \"n/a\" is no number")
  expect_match(said_by(ledger(written_file("a,b\n1,2\n", "x.xlsx"))), "x.xlsx cannot be read")
})

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

test_that("SQLite files and connections give tables and queries with their types", {
  skip_if_not_installed("RSQLite")
  path <- withr::local_tempfile(fileext = ".sqlite")
  con <- DBI::dbConnect(RSQLite::SQLite(), path, bigint = "integer64")
  withr::defer(DBI::dbDisconnect(con))
  DBI::dbWriteTable(con, "odd \"name\"", data.frame(k = c("a", NA), x = c(0.1, NA), i = c(1L, NA)))
  expect_equal(as.data.frame(ledger(path)), data.frame(k = c("a", NA), x = c(0.1, NA), i = c(1L, NA)))
  DBI::dbExecute(con, "create table big (i integer, mixed integer)")
  DBI::dbExecute(con, "insert into big values (9007199254740993, 1), (2, 2)")
  expect_match(said_by(ledger(path)), "has 2 tables: .*Say which")
  expect_identical(as.data.frame(ledger(path, table = "big"))$i, bit64::as.integer64(c("9007199254740993", "2")))
  live <- ledger(con, table = "select i, mixed * 2 as twice from big where i > 2")
  expect_identical(as.integer(as.data.frame(live)$twice), 2L)
  DBI::dbExecute(con, "insert into big values (3, 'three')")
  expect_match(said_by(ledger(con, table = "big")), "mixed type.*Cast the column")
  expect_match(said_by(ledger(con, table = "bgi")), "has no table `bgi`.*`big`")
  expect_match(said_by(ledger(con, table = "select nonsense")), "cannot be read")
  page <- draw_up(brief(ledger(con, table = "select i from big"), lines = whole(), figures = c(n = count())))
  expect_true(all_tie(tie_out(page)))
  expect_identical(DBI::dbGetQuery(con, "select count(*) as n from big")$n[1] == 3, TRUE)
  expect_match(said_by(ledger(written_file("a,b\n1,2\n", "x.sqlite"))), "x.sqlite cannot be read")
})

test_that("a PostgreSQL table keeps 64-bit whole numbers and exact decimals", {
  con <- local_connection()
  DBI::dbExecute(con, paste(
    "create table t (k text, i bigint, d numeric(12,2), w numeric, day date, at timestamptz, ok boolean)"
  ))
  DBI::dbExecute(con, paste(
    "insert into t values ('a', 9007199254740993, 1234567890.10, 0.1234567890123456789, '2024-02-29',",
    "'2024-03-31 02:30:00+02', true), (null, null, null, null, null, null, null)"
  ))
  book <- ledger(con, table = "t")
  frame <- as.data.frame(book)
  expect_identical(frame$i, bit64::as.integer64(c("9007199254740993", NA)))
  expect_identical(frame$d, c(1234567890.1, NA))
  expect_identical(frame$w, c("0.1234567890123456789", NA))
  expect_match(flat(book), "`w` has decimals of more digits than a number holds")
  expect_identical(frame$day[1], as.Date("2024-02-29"))
  expect_identical(as.numeric(frame$at[1]), as.numeric(as.POSIXct("2024-03-31 00:30:00", tz = "UTC")))
  expect_identical(as.data.frame(ledger(con, table = "select sum(d) as s from t"))$s, 1234567890.1)
})

test_that("from PostgreSQL a page fetches the columns and the entries that it needs, exactly", {
  con <- local_connection()
  table <- random_table(400, 3)[c("word", "whole", "amount", "day")]
  table$ratio <- rep_len(c(0.1, NaN, Inf, -Inf, NA, 1 / 3), 400)
  table$`odd "name"; --` <- rep_len(c("a'; drop table t; --", "b", NA), 400)
  DBI::dbWriteTable(con, "t", table)
  DBI::dbExecute(con, "create table blank (k char(3), x integer)")
  DBI::dbExecute(con, "insert into blank values ('a', 1), ('b', 2)")
  conditions <- alist(
    amount > 0, word %in% c("ash", "Birch"), c(whole >= -1, !is_missing(day)), day == "2024-02-28", word != "elm",
      is_missing(word),
    ratio < 1, ratio == 0.1, ratio != 0.1, ratio >= 0.2, amount <= 12.5, whole %in% c(-3, 2),
      `odd "name"; --` == "a'; drop table t; --",
    c(amount > 0 | whole > 0), text_length(word) > 3, amount > 0 & whole > 0, word > "b"
  )
  for (only in conditions) {
    book <- ledger(con, table = "t")
    there <- rlang::inject(brief(book, only = !!only, lines = word, figures = c(n = count(), s = sum(amount))))
    here <- rlang::inject(brief(table, only = !!only, lines = word, figures = c(n = count(), s = sum(amount))))
    label <- deparse(only)
    drawn <- draw_up(there)
    expect_equal(as.data.frame(drawn), as.data.frame(draw_up(here)), info = label)
    accounts <- function(x) vapply(attr(draw_up(x), "idle")$accounts, function(one) paste(one$reason, one$n), "")
    expect_setequal(accounts(there), accounts(here))
    proof <- tie_out(drawn)
    expect_true(all_tie(proof), info = label)
    expect_equal(nrow(set_aside(there, "only")), nrow(set_aside(here, "only")), info = label)
  }
  asked <- brief(ledger(con, table = "t"), only = amount > 0, lines = word, figures = c(n = count()))
  entries <- idleledger:::work_brief(asked)$entries
  expect_identical(entries$n, sum(table$amount > 0, na.rm = TRUE))
  expect_setequal(ls(entries$source$kept), c("amount", "word"))
  plain <- brief(ledger(con, table = "t"), lines = word, figures = c(s = sum(amount)))
  draw_up(plain)
  expect_setequal(ls(plain$source$kept), c("amount", "word"))
  fixed <- brief(ledger(con, table = "blank"), only = k != "a", lines = whole(), figures = c(n = count()))
  expect_identical(draw_up(fixed)$n, 2L)
  other <- brief(ledger(con, table = "t"), lines = word, figures = c(s = sum(amount)))
  draw_up(other)
  DBI::dbExecute(con, "update t set amount = amount + 1")
  expect_match(said_by(draw_up(amend(other, figures = c(w = sum(whole))))), "has changed since it was opened")
  DBI::dbExecute(con, "delete from t where whole = 2")
  expect_match(flat(tie_out(draw_up(plain))), "differs|changed|Fresh")
  expect_match(said_by(draw_up(amend(plain, figures = c(w = sum(whole))))), "has changed since it was opened")
})
