# Tables of every kind of column, and made-up files of delimited text.

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

# A ledger as plain vectors.
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

written_workbook <- function(fill) {
  path <- withr::local_tempfile(fileext = ".xlsx", .local_envir = parent.frame())
  book <- openxlsx::createWorkbook()
  openxlsx::addWorksheet(book, "First")
  fill(book)
  openxlsx::saveWorkbook(book, path)
  path
}

# A page with all that a writer may meet: a footing, shares of several wholes, a running sum, formats.
receipts_page <- function() {
  brief(demo_table("tolls", as = "path"),
    title = "Receipts by reach & lock", lines = c(reach, lock), figures = c(passages = count(), receipts = sum(toll),
      typical = median(toll)),
    footing = rollup(reach, lock), along = lock,
    beside = c(share = share(receipts, per = reach), all = share(receipts, per = whole()),
      up = share(receipts, per = parent()),
      to_date = running(sum(receipts), per = reach)),
    layout = c(Reach = reach, Lock = lock, passages, Receipts = money(receipts, currency = "\u00a3"), typical,
      percent(share), all, up, to_date)
  )
}

# A statement, written and held against its file, ties.
expect_own_file <- function(page) {
  path <- withr::local_tempfile(fileext = ".csv")
  statement <- draw_up(page)
  suppressMessages(write_statement(statement, path))
  expect_identical(differing(statement, against = path), stats::setNames(character(), character()))
}
