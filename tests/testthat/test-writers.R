# What is written is read back by another library than wrote it, and says what the statement says.

page <- brief(demo_table("tolls", as = "path"),
  title = "Receipts by reach & lock", lines = c(reach, lock), figures = c(passages = count(), receipts = sum(toll),
    typical = median(toll)),
  footing = rollup(reach, lock), along = lock,
  beside = c(share = share(receipts, per = reach), all = share(receipts, per = whole()),
    up = share(receipts, per = parent()),
    to_date = running(sum(receipts), per = reach)),
  layout = c(Reach = reach, Lock = lock, passages, Receipts = money(receipts, currency = "\u00a3"), typical,
    percent(share), all, up, to_date)
)

# A formula of the kinds that are written: sums of ranges, and one cell over a cell or a sum.
formula_value <- function(formula, cells) {
  cell <- function(name) cells[[as.integer(gsub("[^0-9]", "", name)), gsub("[^A-Z]", "", name)]]
  total <- function(text) {
    parts <- strsplit(gsub("SUM\\(|\\)", "", text), ",")[[1]]
    sum(unlist(lapply(strsplit(parts, ":"), function(ends) {
      rows <- as.integer(gsub("[^0-9]", "", ends))
      cells[seq(min(rows), max(rows)), gsub("[^A-Z]", "", ends[1])]
    })), na.rm = TRUE)
  }
  value <- function(text) if (startsWith(text, "SUM(")) total(text) else cell(text)
  parts <- strsplit(formula, "/", fixed = TRUE)[[1]]
  if (length(parts) == 2) value(parts[1]) / value(parts[2]) else value(parts)
}

sheet_cells <- function(path) {
  folder <- withr::local_tempdir()
  utils::unzip(path, exdir = folder)
  xml <- paste(readLines(file.path(folder, "xl/worksheets/sheet1.xml"), warn = FALSE), collapse = "")
  list(
    xml = xml, formulas = regmatches(xml, gregexpr("<c r=\"[A-Z]+[0-9]+\"[^>]*><f>[^<]*</f>", xml))[[1]],
    parts = list.files(folder, recursive = TRUE, all.files = TRUE), types = readLines(file.path(folder,
      "[Content_Types].xml"), warn = FALSE)
  )
}

test_that("a workbook has numbers as numbers, rules, a frozen head, and a sheet that tells how it came about", {
  skip_if_not_installed("openxlsx")
  skip_if_not_installed("readxl")
  path <- withr::local_tempfile(fileext = ".xlsx")
  ours <- draw_up(page)
  write_statement(ours, path)
  back <- as.data.frame(readxl::read_excel(path, "Statement"))
  expect_named(back, c("Reach", "Lock", "passages", "Receipts", "typical", "share", "all", "up", "to_date",
    "line_kind", "summed_over"))
  expect_equal(back$Receipts, ours$receipts, tolerance = 1e-14)
  expect_equal(back$share, ours$share, tolerance = 1e-14)
  about <- paste(unlist(readxl::read_excel(path, "About", col_names = FALSE, .name_repair = "minimal")),
    collapse = "\n")
  for (text in c("Receipts by reach & lock", "tolls.csv, 20,012 entries", "ledger\\(",
    "idle-ledger draw-up tolls.csv", "Recomputed:", "One line for each reach and lock")) {
    expect_match(about, text)
  }
  nearly <- ours
  nearly$receipts[2] <- nearly$receipts[2] * (1 + 1e-10)
  expect_identical(nrow(differences(nearly, path)$cells), 1L)
  found <- sheet_cells(path)
  expect_match(found$xml, "<pane [^>]*ySplit=\"1\"[^>]*state=\"frozen\"")
  expect_true(all(c("[Content_Types].xml", "_rels/.rels", "xl/workbook.xml", "xl/worksheets/sheet1.xml",
    "xl/styles.xml") %in% found$parts))
  expect_match(paste(found$types, collapse = ""), "spreadsheetml.sheet.main\\+xml")
  expect_length(found$formulas, 0)
})

test_that("a workbook with formulas is written to a relative path", {
  skip_if_not_installed("openxlsx")
  skip_if_not_installed("zip")
  withr::local_dir(withr::local_tempdir())
  dir.create("in")
  page <- brief(tolls, lines = lock, figures = c(s = sum(toll)), footing = whole())
  for (path in c("x.xlsx", "in/x.xlsx")) {
    write_statement(page, path, formulas = TRUE)
    expect_match(sheet_cells(path)$xml, "<f>[^<]*</f><v>197389.75</v>")
  }
})

test_that("live formulas give the values that they stand for, and only where they do", {
  skip_if_not_installed("openxlsx")
  path <- withr::local_tempfile(fileext = ".xlsx")
  across <- amend(page, show = passages > 1000)
  by_order <- amend(page, order = falling(receipts), footing = NULL,
    beside = c(share = share(receipts), t = running(sum(receipts))), layout = NULL)
  pages <- list(page, across, by_order, amend(page, footing = cube(reach, lock), layout = NULL,
    beside = c(share = share(receipts, per = reach))))
  for (one in pages) {
    ours <- draw_up(one)
    write_statement(ours, path, formulas = TRUE)
    cells <- as.matrix(as.data.frame(lapply(as.data.frame(ours), function(x) if (is.numeric(x)) x else NA)))
    cells <- rbind(NA, cells)
    colnames(cells) <- LETTERS[seq_len(ncol(cells))]
    formulas <- sheet_cells(path)$formulas
    expect_gt(length(formulas), 10)
    expect_true(idleledger:::is_same(differences(ours, path)))
    expect_no_match(flat(ledger(path)), "without a value")
    for (text in formulas) {
      at <- sub("<c r=\"([A-Z]+[0-9]+)\".*", "\\1", text)
      value <- formula_value(sub(".*<f>([^<]*)</f>.*", "\\1", text), cells)
      expect_equal(value, cells[[as.integer(gsub("[^0-9]", "", at)), gsub("[^A-Z]", "", at)]], tolerance = 1e-9,
        info = text)
    }
    expect_false(any(grepl("\"E[0-9]+\"", formulas)) && !is.null(one$checked$layout)) # no formula gives a median
  }
  expect_match(said_by(write_statement(page, "x.csv", formulas = TRUE)), "A .csv file has no formulas")
})

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
})
