# Workbooks, by openxlsx: a sheet with the statement, and one that tells how it came about.

room("workbook", "writer", place = 3,
  endings = "[.]xlsx$", shown = ".xlsx", takes = "formulas",
  write = function(x, path, how) {
    need_package("openxlsx", "writing workbooks")
    if (how$formulas) need_package("zip", "formulas in workbooks")
    check_sheet_limits(x)
    book <- openxlsx::createWorkbook(creator = "Idle Ledger", title = statement_title(x))
    fill_statement_sheet(book, x, how$formulas)
    fill_about_sheet(book, x)
    write_beside(path, function(beside) {
      openxlsx::saveWorkbook(book, beside, overwrite = TRUE)
      if (how$formulas) add_formula_values(beside, as.data.frame(x))
      NULL
    })
  }
)

# The standard's bounds (ECMA-376, Part 1): rows, columns, and characters in a cell.
check_sheet_limits <- function(x) {
  if (nrow(x) >= 1048576) stop_idle(
    "too_large", sprintf("A sheet holds 1,048,575 lines, and this statement has %s.",
      big_mark(nrow(x))), "Write it as .csv or .parquet."
  )
  if (ncol(x) > 16384) stop_idle("too_large", sprintf("A sheet holds 16,384 columns, and this statement has %s.",
    big_mark(ncol(x))))
  for (name in names(x)[vapply(x, function(column) is.character(column) || is.factor(column), TRUE)]) {
    long <- which(nchar(as.character(x[[name]])) > 32767)
    if (length(long)) stop_idle(
      "bad_column", sprintf("A cell of a sheet holds 32,767 characters, and `%s` in line %s has more.", name,
        big_mark(long[1])),
      "Leave the column out, or write .csv.", column = name, row = long[1]
    )
  }
}

fill_statement_sheet <- function(book, x, formulas) {
  openxlsx::addWorksheet(book, "Statement")
  table <- as.data.frame(x)
  for (k in seq_along(table)) put_column(book, table[[k]], k)
  headings <- matrix(sheet_text(headings_of(x)), 1)
  openxlsx::writeData(book, 1, headings, colNames = FALSE)
  style_sheet(book, x, table)
  if (!formulas) return(invisible())
  found <- formulas_of(x)
  for (at in which(!is.na(found))) {
    row <- (at - 1) %% nrow(found) + 1
    openxlsx::writeFormula(book, 1, found[at], startCol = (at - 1) %/% nrow(found) + 1, startRow = row + 1)
  }
}

# Values as a sheet has them; what it has no number for is text.
put_column <- function(book, column, k) {
  take_breath()
  n <- length(column)
  if (n == 0) return(invisible())
  values <- sheet_values(column)
  openxlsx::writeData(book, 1, values, startCol = k, startRow = 2, colNames = FALSE)
  odd <- if (is_plain_double(column)) which(!is.finite(column) & !is_missing_value(column)) else integer()
  for (row in odd) openxlsx::writeData(book, 1, number_written(column[row]), startCol = k, startRow = row + 1,
    colNames = FALSE)
}

sheet_values <- function(column) {
  if (inherits(column, "integer64")) {
    values <- as_plain_number(column)
    return(if (any(abs(values) >= 2^53, na.rm = TRUE)) as.character(column) else values)
  }
  if (is_plain_double(column)) return(ifelse(is.finite(column), column, NA))
  # A sheet knows no zones: the clock is written that the statement shows.
  if (inherits(column, "POSIXct")) return(as.POSIXct(format(column, "%Y-%m-%d %H:%M:%OS6"), tz = "UTC"))
  if (is.character(column) || is.factor(column)) return(sheet_text(as.character(column)))
  column
}

# What XML cannot carry is written as the standard writes it (ECMA-376, Part 1, 22.9.2.19, ST_Xstring).
sheet_text <- function(text) {
  text <- gsub("_(x[0-9A-Fa-f]{4}_)", "_x005F_\\1", text)
  for (k in c(1:8, 11:31)) {
    char <- rawToChar(as.raw(k))
    if (any(grepl(char, text, fixed = TRUE))) text <- gsub(char, sprintf("_x%04X_", k), text, fixed = TRUE)
  }
  text
}

style_sheet <- function(book, x, table) {
  n <- nrow(x)
  layout <- statement_part(x, "layout")
  here <- Filter(function(part) part$name %in% names(x), layout)
  decimals <- stats::setNames(decimals_of(x, here), vapply(here, `[[`, "", "name"))
  head <- openxlsx::createStyle(textDecoration = "bold", border = "bottom", wrapText = TRUE, valign = "bottom")
  openxlsx::addStyle(book, 1, head, rows = 1, cols = seq_along(table))
  for (k in seq_along(table)) {
    part <- Find(function(part) part$name == names(table)[k], layout)
    code <- number_code(table[[k]], part$format, decimals[[names(table)[k]]],
      names(table)[k] %in% statement_part(x, "keys"))
    if (!is.null(code) && n) openxlsx::addStyle(
      book, 1, openxlsx::createStyle(numFmt = code), rows = seq_len(n) + 1, cols = k, stack = TRUE
    )
  }
  openxlsx::freezePane(book, 1, firstRow = TRUE)
  openxlsx::setColWidths(book, 1, cols = seq_along(table), widths = sheet_widths(x, table))
  rule_subtotals(book, x, table)
}

# The code of a number format (ECMA-376, Part 1, 18.8.31).
number_code <- function(column, format, decimals, is_key) {
  if (inherits(column, "Date")) return(switch(format$options$unit %||% "", month = "yyyy-mm", year = "yyyy",
    "yyyy-mm-dd"))
  if (inherits(column, "POSIXct")) return("yyyy-mm-dd hh:mm:ss")
  if (!is_number_column(column) && !inherits(column, "integer64")) return(NULL)
  with <- function(n) if (isTRUE(n > 0)) paste0("0.", strrep("0", n)) else "0"
  if (is.null(format)) return(if (is_key) NULL else paste0("#,##", with(min(decimals %||% 0, 9))))
  options <- format$options
  switch(format$fn,
    unmarked = "0", percent = paste0(with(options$digits %||% 1), "%"),
    money = paste0(if (nzchar(options$currency %||% "")) sprintf("\"%s\"", gsub("\"", "", options$currency)), "#,##",
      with(options$digits %||% 2)),
    decimals = paste0("#,##", with(options$digits))
  )
}

sheet_widths <- function(x, table) {
  longest <- vapply(table, function(column) {
    if (is_number_column(column)) 12 else max(10, nchar(utils::head(as.character(column), 200), "width") + 2,
      na.rm = TRUE)
  }, 1)
  pmin(40, pmax(longest, pmin(20, nchar(headings_of(x), "width") + 2)))
}

# Rules above subtotals and a double one under the total, as in account books.
rule_subtotals <- function(book, x, table) {
  if (is.null(x$line_kind)) return(invisible())
  of <- which(x$line_kind == "subtotal")
  total <- which(x$line_kind == "total")
  style <- function(rows, ...) {
    if (length(rows)) openxlsx::addStyle(
    book, 1, openxlsx::createStyle(textDecoration = "bold",
      ...), rows = rows + 1, cols = seq_along(table), gridExpand = TRUE, stack = TRUE
  )
  }
  style(of, border = "top")
  style(total, border = "TopBottom", borderStyle = c("thin", "double"))
}

# Where the statement came from, in words, what the tie-out says, and the calls that make it.
fill_about_sheet <- function(book, x) {
  rows <- about_rows(x)
  openxlsx::addWorksheet(book, "About")
  openxlsx::writeData(book, 2, matrix(sheet_text(unlist(rows)), ncol = 2, byrow = TRUE), colNames = FALSE)
  openxlsx::addStyle(book, 2, openxlsx::createStyle(textDecoration = "bold", valign = "top"), rows = seq_along(rows),
    cols = 1)
  openxlsx::addStyle(book, 2, openxlsx::createStyle(wrapText = TRUE, valign = "top"), rows = seq_along(rows), cols = 2)
  openxlsx::setColWidths(book, 2, cols = 1:2, widths = c(18, 100))
}

about_rows <- function(x) {
  facts <- attr(x, "idle")
  brief <- facts$brief
  label <- function(name, texts) unname(Map(c, c(name, rep("", length(texts)))[seq_along(texts)], texts))
  checks <- tryCatch(checks_of_pages(work_brief(brief)), idle_error = function(e) NULL)
  c(
    label("Title", page_title(brief)),
    label("Source", sprintf("%s, %s", name_of(brief$source), entry_count(facts$read))),
    label("Drawn up", paste(format(facts$drawn_up, "%Y-%m-%d %H:%M:%S", tz = "UTC"), "UTC, by idleledger",
      facts$version)),
    label("In words", brief_words(brief)), label("Notes", unique(c(facts$remarks, facts$notes))),
    label("Tie-out", vapply(checks, `[[`, "", "sentence")),
    label("In R", call_lines(brief)), label("Command line", command_of(brief))
  )
}

# The library writes formulas without their values, so that who only looks at the sheet, or reads it, sees nothing: each
# gets the value that it was written for.
add_formula_values <- function(path, table) {
  folder <- tempfile()
  on.exit(unlink(folder, recursive = TRUE))
  utils::unzip(path, exdir = folder)
  sheet <- file.path(folder, "xl", "worksheets", "sheet1.xml")
  xml <- readChar(sheet, file.size(sheet), useBytes = TRUE)
  found <- gregexpr("<c r=\"[A-Z]+[0-9]+\"[^>]*><f>[^<]*</f></c>", xml, useBytes = TRUE)
  cells <- regmatches(xml, found)[[1]]
  if (length(cells) == 0) return(invisible())
  at <- sub("^<c r=\"([A-Z]+[0-9]+)\".*", "\\1", cells)
  column <- match(gsub("[0-9]", "", at), column_letters(ncol(table)))
  row <- as.integer(gsub("[A-Z]", "", at)) - 1L
  values <- mapply(function(k, i) number_written(as_plain_number(table[[k]][i])), column, row)
  regmatches(xml, found) <- list(paste0(
    sub(" t=\"str\"", "", sub("</c>$", "", cells), fixed = TRUE), "<v>", values, "</v></c>"
  ))
  writeBin(charToRaw(xml), sheet)
  # The library goes into the folder first, from where a relative path leads elsewhere.
  target <- normalizePath(path)
  zip::zip(target, list.files(folder, all.files = TRUE, no.. = TRUE), root = folder, mode = "mirror")
}
