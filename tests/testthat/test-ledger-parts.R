# Files in parts hold what they hold at once: the same cells, kinds and errors.

whole <- function(ledger) lapply(as.data.frame(ledger), as.vector)

random_cell <- function(kind, seed) {
  withr::with_seed(seed, switch(kind,
    number = sample(c("1", "-2.5", "1e3", "", "NA"), 1), grouped = sample(c("1,234", "56", "7,890,123", ""), 1),
    text = sample(c("a b", "NA", "", "007", "\u00e9lan", "x;y"), 1),
    quoted = sample(c("one\ntwo", "say \"so\"", ",", ""), 1),
    date = sample(c("2024-02-29", "", "NA"), 1), time = sample(c("2024-01-01 10:00:00", "2024-01-01T10:00:00Z"), 1),
    truth = sample(c("TRUE", "FALSE", ""), 1),
    odd = sample(c("5", "6", "7", "x", "8"), 1, prob = c(9, 9, 9, 0.2, 9)), "NA"
  ))
}

random_file <- function(n, seed, env = parent.frame()) {
  all <- c("number", "grouped", "text", "quoted", "date", "time", "truth", "odd", "na")
  kinds <- withr::with_seed(seed, sample(all, 4))
  end <- withr::with_seed(seed, sample(c("\n", "\r\n", "\r"), 1))
  cells <- vapply(seq_len(4), function(k) {
    vapply(seq_len(n), function(i) random_cell(kinds[k], 1000 * seed + 7 * i + k), "")
  }, character(n))
  cells <- matrix(cells, n, 4)
  if (withr::with_seed(seed, runif(1)) < 0.3) cells[seq_len(n %/% 2), 2] <- ""
  plain <- !grepl("[,\"\n\r]", cells)
  cells[!plain] <- sprintf("\"%s\"", gsub("\"", "\"\"", cells[!plain]))
  lines <- c(paste(c("a", "b", "c", "d"), collapse = ","), if (n > 0) apply(cells, 1, paste, collapse = ","))
  mark <- if (seed %% 5 == 0) "\ufeff" else ""
  written_file(paste0(mark, paste(lines, collapse = end), if (seed %% 2 == 0) end), env = env)
}

test_that("delimited files in parts of any size are the files at once", {
  for (seed in seq_len(rounds(180))) {
    n <- c(0, 1, 2, 30, 120)[1 + seed %% 5]
    path <- random_file(n, seed)
    at_once <- ledger(path)
    for (size in c(1, 7, 1000)) {
      parts <- ledger(path, in_parts = size)
      label <- sprintf("file %d in parts of %d", seed, size)
      expect_identical(parts$kinds, at_once$kinds, label = label)
      expect_identical(whole(parts), whole(at_once), label = label)
      expect_identical(sum(parts$in_parts$n), as.numeric(at_once$n), label = label)
    }
  }
})

test_that("what stops a file at once stops it in parts, by the same row and line", {
  rows <- sprintf("%d,\"text %d\"", 1:300, 1:300)
  damage <- list("1,2,3", "7", "5,\"open", "5,\"a\"b", "5,a\rb", "5,\xff")
  for (wrong in damage) for (at in c(1, 150, 300)) {
    path <- written_file(paste(c("n,t", replace(rows, at, wrong)), collapse = "\n"))
    expect_identical(said_by(ledger(path, in_parts = 10)), said_by(ledger(path)), label = paste(wrong, at))
  }
  path <- written_file(paste(c("n,t", replace(sprintf("%d,%d", 1:300, 1:300), 271, "271,x")), collapse = "\n"))
  expect_identical(said_by(ledger(path, kinds = c(t = "number"), in_parts = 10)),
    said_by(ledger(path, kinds = c(t = "number"))))
})

test_that("many files are parts, and their pages name file and row", {
  folder <- withr::local_tempdir()
  frame <- as.data.frame(tolls)
  for (year in c("2024", "2025", "2026")) utils::write.csv(frame[format(frame$passed_on, "%Y") == year, ],
    file.path(folder, sprintf("tolls-%s.csv", year)), row.names = FALSE, na = "")
  at_once <- ledger(folder)
  parts <- ledger(folder, in_parts = TRUE)
  expect_length(parts$in_parts$n, 3)
  expect_identical(whole(parts), whole(at_once))
  page <- function(source) brief(source, lines = lock, figures = c(s = sum(toll)))
  local_in_package("memory_allowed", function() 2e5)
  behind <- as.data.frame(entries_behind(page(parts), lock == "Tarn Foot"))
  expect_equal(behind, as.data.frame(entries_behind(page(at_once), lock == "Tarn Foot")), ignore_attr = TRUE)
  expect_identical(unique(behind$file), sprintf("tolls-%s.csv", 2024:2026))
  expect_match(flat(parts), "3 files of 20,012 entries")
  cat("1,2\n", file = file.path(folder, "tolls-2025.csv"))
  expect_match(said_by(draw_up(page(parts))), "tolls-2025.csv has changed since it was opened")
})

test_that("files of other formats are parts of their own", {
  skip_if_not_installed("nanoparquet")
  folder <- withr::local_tempdir()
  table <- random_table(90, 7)[c("word", "amount", "day", "flag", "whole")]
  for (k in 1:3) nanoparquet::write_parquet(table[30 * k - 29:0, ], file.path(folder, sprintf("p%d.parquet", k)))
  parts <- ledger(folder, in_parts = TRUE)
  expect_identical(whole(parts), whole(ledger(folder)))
  page <- function(source) {
    draw_up(brief(source, lines = c(word, flag), figures = c(
      s = sum(amount), d = max(day), m = mode(whole))))
  }
  expect_identical(whole(page(parts)), whole(page(ledger(folder))))
})

test_that("a table is worked in parts where the memory allowed asks for it", {
  path <- demo_table("tolls", as = "path")
  expect_null(ledger(path)$in_parts)
  withr::local_options(idleledger.memory = "2MB")
  parts <- ledger(path)
  expect_gt(length(parts$in_parts$n), 1)
  expect_null(ledger(path, in_parts = FALSE)$in_parts)
  expect_true(all_tie(tie_out(brief(parts, lines = lock, figures = c(s = sum(toll))))))
})

test_that("a table of a database is read part by part, in turn and out of turn", {
  entries <- as.data.frame(tolls)[1:6100, ]
  entries$passed_on <- format(entries$passed_on)
  page <- function(source) {
    brief(source, only = toll > 0, lines = c(reach, lock), figures = c(
      n = count(), s = sum(toll), typical = median(toll), crafts = count_distinct(craft)), footing = rollup(reach))
  }
  at_once <- whole(draw_up(page(entries)))
  check <- function(connection) {
    DBI::dbWriteTable(connection, "tolls", entries)
    parts <- ledger(connection, table = "tolls", in_parts = 1000)
    expect_length(parts$in_parts$n, 7)
    expect_identical(whole(draw_up(page(parts))), at_once)
    expect_identical(whole(draw_up(page(ledger(connection, table = "SELECT * FROM tolls", in_parts = TRUE)))), at_once)
    here <- asNamespace("idleledger")
    for (k in c(3, 1, 7, 2)) expect_identical(
      here$plain_vector(here$coded_columns(here$part_of_ledger(parts, k), "lock")[[1]]),
      entries$lock[parts$in_parts$at[[k]]$first + seq_len(parts$in_parts$n[k]) - 1]
    )
    local_in_package("memory_allowed", function() 2e5)
    expect_true(all_tie(tie_out(page(parts))))
    DBI::dbExecute(connection, "DELETE FROM tolls WHERE reach = 'Upper'")
    expect_match(said_by(draw_up(page(parts))), "has changed since it was opened: it gives fewer entries")
  }
  skip_if_not_installed("RSQLite")
  connection <- DBI::dbConnect(RSQLite::SQLite(), ":memory:")
  withr::defer(DBI::dbDisconnect(connection))
  check(connection)
  DBI::dbExecute(connection, "CREATE TABLE odd (x)")
  DBI::dbExecute(connection, "WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 3000)
    INSERT INTO odd SELECT CASE WHEN i = 2500 THEN 'word' ELSE i END FROM n")
  expect_match(said_by(draw_up(brief(ledger(connection, table = "odd", in_parts = 400), lines = whole(),
    figures = c(s = sum(x))))), "mixed type. Cast the column to one type")
  check(local_connection())
})
