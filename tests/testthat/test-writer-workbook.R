# Workbooks: numbers as numbers, live formulas, and a sheet that tells how they came about.
page <- receipts_page()

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
