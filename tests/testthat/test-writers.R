# What is written is read back by another library than wrote it, and says what the statement says.

page <- receipts_page()

test_that("hostile text stays text in every format", {
  odd <- c("=1+1", "<script>alert(1)</script>", "a|b `c` *d*", "x\ty", "two\nlines", "\u202eright", "& \"'",
    "_x0041_", "\u0001", "1. item", "", "NA")
  table <- data.frame(k = odd, `<b>head</b>` = seq_along(odd), check.names = FALSE)
  ours <- draw_up(brief(table, lines = k, figures = c(s = sum(`<b>head</b>`)), layout = c(`<i>k</i> | =1` = k, s)))
  folder <- withr::local_tempdir()
  for (ending in c("html", "md", "csv", "json", if (requireNamespace("openxlsx", quietly = TRUE)) "xlsx")) {
    path <- file.path(folder, paste0("t.", ending))
    suppressMessages(write_statement(ours, path, guard = FALSE))
    if (!ending %in% c("html", "md")) {
      keys <- as.data.frame(ledger(path))[[1]]
      if (ending == "xlsx") keys <- gsub("_x0001_", "\u0001", gsub("_x005F_", "_", keys))
      expect_setequal(keys[!is.na(keys)], if (ending == "xlsx") setdiff(ours$k, "") else ours$k)
    }
  }
  html <- paste(readLines(file.path(folder, "t.html"), encoding = "UTF-8"), collapse = "\n")
  expect_no_match(html, "<script|<i>|\u202e")
  expect_match(html, "&lt;script&gt;alert\\(1\\)&lt;/script&gt;")
  markdown <- readLines(file.path(folder, "t.md"), encoding = "UTF-8")
  expect_match(paste(markdown, collapse = "\n"), "\\\\<script\\\\>", fixed = FALSE)
  expect_length(unique(lengths(regmatches(grep("^\\|", markdown, value = TRUE),
    gregexpr("(?<!\\\\)\\|", grep("^\\|", markdown, value = TRUE), perl = TRUE)))), 1)
})

test_that("what a format cannot hold, or is not known, is an error, and the old file stays", {
  folder <- withr::local_tempdir()
  path <- file.path(folder, "x.xlsx")
  writeLines("old", path)
  long <- draw_up(brief(data.frame(k = strrep("x", 32768)), lines = k))
  if (requireNamespace("openxlsx", quietly = TRUE)) expect_match(said_by(write_statement(long, path)),
    "A cell of a sheet holds 32,767 characters, and `k` in line 1 has more")
  expect_identical(readLines(path), "old")
  expect_match(said_by(write_statement(page, "x.docx")), "no format that is known here. Known are .csv, .tsv, .parquet")
  expect_match(said_by(write_statement(page, NA)), "path is the path of a file")
  expect_match(said_by(write_statement(3, "x.csv")), "takes a statement or a brief")
  local_in_package("put_column", function(...) stop("the disk broke"))
  if (requireNamespace("openxlsx", quietly = TRUE)) expect_error(write_statement(page, path), "the disk broke")
  expect_identical(readLines(path), "old")
  expect_length(list.files(folder, all.files = TRUE, no.. = TRUE), 1)
})

test_that("a kill in the middle of writing leaves the old file whole", {
  folder <- withr::local_tempdir()
  path <- file.path(folder, "out.csv")
  writeLines("old", path)
  script <- sprintf(
    "idleledger::write_statement(idleledger::brief(data.frame(k = sample(3e6), t = \"a long text\")), \"%s\")", path
  )
  for (wait in c(1.5, 2.5)) {
    system(sprintf("timeout -s KILL %s Rscript -e '%s' >/dev/null 2>&1", wait, script))
    lines <- readLines(path)
    expect_true(identical(lines, "old") || length(lines) == 3e6 + 1)
  }
})

test_that("random statements of every kind of column come back from every format", {
  folder <- withr::local_tempdir()
  endings <- c("csv", "tsv", "json", "ndjson", if (requireNamespace("nanoparquet", quietly = TRUE)) "parquet",
    if (requireNamespace("openxlsx", quietly = TRUE) && requireNamespace("readxl", quietly = TRUE)) "xlsx"
  )
  for (seed in 1:8) {
    table <- random_table(c(0, 1, 2, 30, 60, 90, 120, 5)[seed], seed)
    table$odd <- rep_len(c(0.1 + 0.2, NaN, Inf, -1e-300, NA, 123456789012345678), nrow(table))
    table$late <- table$moment + 0.25
    pages <- list(
      entries = brief(table), grouped = if (nrow(table) > 2) brief(table, lines = c(word, choice), figures = c(
        n = count(), s = sum(amount), o = max(odd), b = sum(big), f = min(day), l = max(moment)
      ), footing = rollup(word, choice))
    )
    for (shape in names(Filter(Negate(is.null), pages))) for (ending in endings) {
      if (nrow(table) == 0 && ending %in% c("json", "ndjson", "xlsx")) next # no records, so no columns
      ours <- draw_up(pages[[shape]])
      path <- file.path(folder, paste0("t.", ending))
      suppressMessages(write_statement(ours, path))
      found <- differences(ours, path)
      expect_true(is.null(found$cells) && nrow(found$only_a) + nrow(found$only_b) == 0,
        info = paste(seed, shape, ending, utils::capture.output(print(found))[1:8], collapse = "\n")
      )
    }
  }
  skip_if_not_installed("openxlsx")
  path <- file.path(folder, "t.xlsx")
  amounts <- function(x) draw_up(brief(data.frame(amount = x)))
  write_statement(amounts(1234567.8912), path)
  expect_null(differences(amounts(1234567.8912 + 2e-10), path)$cells)
  expect_equal(nrow(differences(amounts(1234567.8913), path)$cells), 1)
})
