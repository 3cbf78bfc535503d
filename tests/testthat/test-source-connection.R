# A table or a query of a database as a ledger.

test_that("what is no table, no query or no connection is told", {
  connection <- lite(dues = dues_in_text())
  expect_equal(draw_up(brief(ledger(connection, "dues"), lines = wharf, figures = c(s = sum(due))))$s,
    draw_up(by_wharf())$dues)
  expect_equal(draw_up(brief(ledger(connection, "SELECT wharf, due FROM dues WHERE due > 20"), lines = whole(),
    figures = c(n = count())))$n, sum(dues$due > 20))
  expect_match(said_by(ledger(connection, "duse")), "duse|Did you mean")
  expect_match(said_by(ledger(connection)), "table")
  expect_match(said_by(ledger(connection, "SELECT nosuch FROM dues")), "nosuch")
  expect_match(said_by(ledger(connection, "DELETE FROM dues")), "SELECT|table|DELETE")
  expect_identical(DBI::dbGetQuery(connection, "SELECT count(*) n FROM dues")$n, 360L)
})

test_that("odd names of tables and columns are quoted", {
  odd <- stats::setNames(data.frame(1:3, c("a", "b", "a")), c("a \"b\"", "select"))
  connection <- lite(`t\"; DROP TABLE x; --` = odd)
  got <- draw_up(brief(ledger(connection, "t\"; DROP TABLE x; --"), lines = select, figures = c(s = sum(`a "b"`))))
  expect_identical(as.numeric(got$s), c(4, 2))
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
