# Workbooks (.xlsx), read by readxl cell by cell, each with the kind that it has there.

room("workbook", "reader", place = 3,
  endings = "[.](xlsx|xlsm)$", shown = ".xlsx", takes = c("sheet", "range", "kinds", "missing"),
  read = function(path, how) read_workbook(path, how)
)

read_workbook <- function(path, how) {
  need_package("readxl", "reading workbooks")
  name <- basename(path)
  sheets <- readable(name, readxl::excel_sheets(path))
  sheet <- sheet_asked(how$sheet, sheets, name)
  cells <- readable(name, readxl::read_excel(path, sheet, how$range, col_names = FALSE, col_types = "list",
    trim_ws = FALSE,
    na = character(), .name_repair = "minimal", progress = FALSE))
  if (nrow(cells) == 0) stop_idle("bad_file", sprintf("%s: the sheet %s is empty.", name, value_text(sheet)))
  names <- vapply(cells, function(column) text_of_cell(column[[1]]), "")
  check_column_names(names, name)
  check_kinds_known(how$kinds, names, name)
  rows <- full_rows(cells)
  settled <- Map(function(column, label) sheet_column(column[rows], label, how, name, rows), as.list(cells), names)
  names(settled) <- names
  list(
    columns = lapply(settled, `[[`, "column"), n = length(rows), digits = 15,
    notes = c(
      if (length(sheets) > 1 && is.null(how$sheet)) sprintf(
        "%s has %s; this is the first, %s. Another: sheet = %s.", name, count_of(length(sheets),
          "sheet"), value_text(sheet),
        value_text(sheets[2])
      ),
      blank_row_note(cells, rows, name), workbook_notes(path, match(sheet, sheets), name)
    ),
    column_notes = without_null(lapply(settled, `[[`, "note"))
  )
}

sheet_asked <- function(asked, sheets, name) {
  if (is.null(asked)) return(sheets[1])
  if (is_one_text(asked) && asked %in% sheets) return(asked)
  number <- suppressWarnings(as.numeric(asked))
  if (length(number) == 1 && number %in% seq_along(sheets)) return(sheets[number])
  stop_idle("bad_argument", sprintf("%s has no sheet %s.", name, value_text(asked[[1]])),
    meant(as.character(asked[[1]]), sheets, "sheets"))
}

is_empty_cell <- function(cell) is.null(cell) || length(cell) == 1 && is.na(cell)

text_of_cell <- function(cell) {
  if (is_empty_cell(cell)) return("")
  if (inherits(cell, "POSIXct")) return(moment_written(cell))
  if (!is.numeric(cell) || is.object(cell)) return(as.character(cell))
  if (is.finite(cell) && cell == floor(cell) && abs(cell) < 2^53) sprintf("%.0f", cell) else number_written(cell)
}

# Rows behind the head line that have a cell; blank ones are none.
full_rows <- function(cells) {
  empty <- Reduce(`&`, lapply(cells, function(column) vapply(column, is_empty_cell, TRUE)))
  setdiff(which(!empty), 1L)
}

blank_row_note <- function(cells, rows, name) {
  between <- setdiff(seq(2, length.out = max(0, max(rows, 1) - 1)), rows)
  if (length(between)) sprintf("%s has %s, which %s no %s.", name, count_of(length(between), "blank row"),
    if (length(between) == 1) "is" else "are", if (length(between) == 1) "entry" else "entries")
}

# A sheet has no NaN and no infinities as numbers, so they stand there as texts.
is_word_number <- function(cell) is.character(cell) && cell %in% c("NaN", "Inf", "-Inf")

cell_kind <- function(cell) {
  if (is_empty_cell(cell)) return("empty")
  if (inherits(cell, "POSIXct")) return("time")
  if (is.logical(cell)) "logical" else if (is.numeric(cell)) "number" else "text"
}

# A column of cells of one kind; where kinds are mixed, all are text, and it is said.
sheet_column <- function(cells, label, how, name, rows) {
  kinds <- vapply(cells, cell_kind, "")
  if (any(kinds == "number")) kinds[vapply(cells, is_word_number, TRUE)] <- "number"
  known <- setdiff(unique(kinds), "empty")
  asked <- how$kinds[[label]]
  if (!is.null(asked) && identical(known, "number") && asked$kind %in% c("date", "time")) return(list(
    column = serial_moments(number_cells(cells, kinds), asked$kind)
  ))
  if (length(known) == 1 && known != "text" && (is.null(asked) || identical(asked$kind, known))) {
    column <- typed_cells(cells, kinds, known)
    return(list(column = column, note = serial_note(column, label)))
  }
  texts <- ifelse(kinds == "empty", NA_character_, vapply(cells, text_of_cell, ""))
  texts[texts %in% how$missing] <- NA
  column <- encode_text(enc2utf8(as.character(texts)))
  if (!is.null(asked)) return(list(column = as_asked(column, label, asked, name)))
  if (length(known) == 0) return(list(column = rep(NA, length(cells))))
  if (length(known) == 1) return(list(column = column, note = kept_as_text(column, label)))
  odd <- which(kinds != "empty" & kinds != names(which.max(table(kinds[kinds != "empty"]))))[1]
  list(column = column, note = sprintf(
    "`%s` has cells of several kinds and is kept as text: %s in row %s of the sheet is a %s.", label,
      value_text(texts[odd]), big_mark(rows[odd]),
    kinds[odd]
  ))
}

number_cells <- function(cells, kinds) {
  vapply(seq_along(cells),
  function(i) if (kinds[i] == "empty") NA_real_ else as.double(cells[[i]]), 1)
}

typed_cells <- function(cells, kinds, known) {
  if (known == "logical") return(vapply(seq_along(cells), function(i) if (kinds[i] == "empty") NA else cells[[i]], NA))
  values <- number_cells(cells, kinds)
  if (known == "number") return(values)
  # A sheet keeps times as parts of days, which are not exact below a millisecond.
  values <- round(values, 3)
  if (all(values %% 86400 == 0, na.rm = TRUE)) return(as_date_class(values / 86400))
  structure(values, class = c("POSIXct", "POSIXt"), tzone = "UTC")
}

# Days since the end of 1899, as sheets count them.
serial_moments <- function(days, kind) {
  if (kind == "date") return(as_date_class(floor(days) - 25569))
  structure(round((days - 25569) * 86400, 3), class = c("POSIXct", "POSIXt"), tzone = "UTC")
}

serial_note <- function(column, label) {
  if (!is_plain_double(column) || !grepl("(^|[^a-z])(date|day|on|when)([^a-z]|$)", label,
    ignore.case = TRUE)) return(NULL)
  present <- column[!is.na(column)]
  if (length(present) && all(present == floor(present) & present > 20000 & present < 80000)) sprintf(
    paste(
      "`%s` holds whole numbers such as %s, which may be dates as a sheet counts them.",
      "To read them so: %s."
    ),
    label, present[1], advice_on_kind(label, "\"date\"")
  )
}

# Merged cells and formulas without a value stand in the sheet's own file.
workbook_notes <- function(path, number, name) {
  xml <- sheet_xml(path, number)
  if (is.null(xml)) return(NULL)
  merged <- regmatches(xml, gregexpr("<mergeCell ref=\"[A-Z0-9:]+\"", xml))[[1]]
  cells <- regmatches(xml, gregexpr("<c [^>]*>\\s*<f[^>]*(/>|>[^<]*</f>)\\s*(</c>|<v>\\s*</v>|<v/>)", xml))[[1]]
  c(
    if (length(merged)) sprintf(
      "%s has %s (%s): the value stands in the first cell only, the others are empty.", name, count_of(length(merged),
        "merged range"),
      listing(gsub("<mergeCell ref=\"|\"", "", merged))
    ),
    if (length(cells)) sprintf(
      "%s has %s without a value (%s), which are missing here. Open and save it in the program that made it.", name,
      count_of(length(cells), "formula", "formulas"), listing(sub(".* r=\"([A-Z0-9]+)\".*", "\\1",
        sub(">.*", "", cells)))
    )
  )
}

sheet_xml <- function(path, number) {
  part <- function(file) {
    con <- unz(path, file, "rb")
    on.exit(close(con))
    rawToChar(bytes_left(con))
  }
  tryCatch({
    sheets <- regmatches(book <- part("xl/workbook.xml"), gregexpr("<sheet [^>]*>", book))[[1]]
    id <- sub(".*r:id=\"([^\"]*)\".*", "\\1", sheets[number])
    links <- regmatches(rels <- part("xl/_rels/workbook.xml.rels"), gregexpr("<Relationship [^>]*>", rels))[[1]]
    link <- links[grepl(sprintf("Id=\"%s\"", id), links, fixed = TRUE)][1]
    target <- sub("^/?(xl/)?", "", sub(".*Target=\"([^\"]*)\".*", "\\1", link))
    part(paste0("xl/", target))
  }, error = function(e) NULL)
}
