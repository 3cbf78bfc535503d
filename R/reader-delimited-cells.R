# Delimited text opened, and its cells as columns of their kinds.

open_delimited <- function(source, how, name) {
  bytes <- if (is.raw(source)) length(source) else file.size(source)
  if (bytes == 0) stop_idle("bad_file", sprintf("%s is empty: it has not even a head line.", name))
  file <- readable(name, core_open_delimited(source, how$encoding, limit("most_unpacked_bytes")))
  check_is_text(core_first_bytes(file, 65536), name, how$encoding)
  file
}

# What a file is that begins like this and is no text.
first_marks <- list(
  "a workbook or another zip archive" = "504b0304", "a Parquet file" = "50415231", "an SQLite file" = "53514c697465",
  "a PDF document" = "25504446", "an old workbook (.xls)" = "d0cf11e0"
)

check_is_text <- function(head, name, encoding) {
  start <- paste(as.character(utils::head(head, 8)), collapse = "")
  for (what in names(first_marks)) {
    if (startsWith(start, first_marks[[what]])) stop_idle(
      "bad_file", sprintf("%s is %s, not text.", name,
        what), "Give it the ending that it should have, or save it as text."
    )
  }
  zero <- which(head == 0)
  if (length(zero) == 0) return(invisible())
  wide <- mean(zero %% 2)
  if (length(zero) > length(head) / 4 && (wide < 0.1 || wide > 0.9)) stop_idle(
    "bad_text", sprintf("%s looks like text in UTF-16 without a mark that says so.", name),
    sprintf("Open it with %s.", advice_on_reading("encoding", if (wide < 0.5) "UTF-16LE" else "UTF-16BE"))
  )
  odd <- head < 32 & !head %in% as.raw(c(9, 10, 12, 13, 26))
  if (mean(odd) > 0.02) stop_idle(
    "bad_file", sprintf("%s is a binary file, not text.", name), sprintf("Known are %s.", listing(known_endings(), 20))
  )
}

head_names <- function(file, separator, name) {
  first <- core_first_records(file, separator, 1)
  if (length(first) == 0) {
    core_outline(file, separator, 2)
    found <- core_read_delimited(file, "skip", character(), FALSE, list(NULL))
    if (!is.null(found$trouble)) stop_trouble(found, character(), name)
    stop_idle("bad_file", sprintf("%s has nothing but blank lines.", name))
  }
  check_column_names(first[[1]], name)
  first[[1]]
}

# `missing` as given; by default empty cells, and NA where a column is of anything but text.
missing_asked <- function(how) if (is.null(how$missing)) "" else enc2utf8(as.character(how$missing))

# `wanted` are the columns that are to be read; NULL: all.
read_kinds <- function(file, names, how, name, wanted = NULL) {
  missing <- missing_asked(how)
  marks <- marks_of_language(how$locale)
  guessed <- stats::setNames(core_guess_kinds(file, length(names), missing, is.null(how$missing)), names)
  if (!is.null(marks)) guessed[guessed == "number"] <- "text"
  for (label in names(how$kinds)) {
    asked <- how$kinds[[label]]
    plain <- is.null(asked$reads) && (is.null(marks) || asked$kind != "number")
    guessed[[label]] <- if (plain) asked$kind else "text"
  }
  if (!is.null(wanted)) guessed[!names %in% wanted] <- "skip"
  read <- read_as(file, guessed, how, names, name)
  wrong <- which(!read$fits)
  if (length(wrong)) {
    again <- guessed
    again[] <- "skip"
    again[wrong] <- "text"
    guessed[wrong] <- "text"
    read$columns[wrong] <- read_as(file, again, how, names, name)$columns[wrong]
  }
  columns <- stats::setNames(read$columns, names)
  at <- guessed != "skip"
  settled <- lapply(names[at], function(label) {
    settle_column(columns[[label]], label, how$kinds[[label]], marks, how, name)
  })
  notes <- c(na_notes(read, names), stats::setNames(lapply(settled, `[[`, "note"), names[at]))
  list(columns = stats::setNames(lapply(settled, `[[`, "column"), names[at]), notes = without_null(notes),
    forms = read$forms)
}

read_as <- function(file, kinds, how, names, name) {
  pools <- lapply(kinds, function(kind) if (kind == "text") new_pool())
  found <- readable(name, core_read_delimited(file, unname(kinds), missing_asked(how), is.null(how$missing), pools))
  if (!is.null(found$trouble)) stop_trouble(found, names, name)
  found
}

# A column with what was asked of it, or with what its different texts turn out to be.
settle_column <- function(column, label, asked, marks, how, name) {
  if (!is_text_vector(column)) {
    if (!is.null(asked) && is.logical(column) && (length(column) == 0 ||
      all_missing(column))) column <- nothing_of(asked$kind, length(column))
    return(list(column = column))
  }
  if (!is.null(asked)) return(list(column = as_asked(column, label, asked, name, marks, is.null(how$missing))))
  found <- kind_of_texts(texts_of(column), marks, is.null(how$missing))
  if (!is.null(found)) return(list(
    column = valued(column, found$values, found$kind), note = text_note(found, column, label)
  ))
  list(column = column, note = kept_as_text(column, label))
}

text_note <- function(found, column, label) {
  texts <- texts_of(column)
  code <- found$example
  if (!is.null(code) && !is.na(code)) return(sprintf(
    "`%s` is read as numbers in a language's marks: %s in row %s is %s.", label, value_text(texts[code]),
    big_mark(row_of_code(column, code)), found$digits[code]
  ))
  na <- match("NA", texts)
  if (!is.na(na)) na_note(label, sum(codes_of(column) == na, na.rm = TRUE), row_of_code(column, na))
}

na_note <- function(label, n, row) {
  sprintf(
  "`%s`: NA in %s, first in row %s, is taken as missing, since the column is not text.", label, count_of(n,
    "cell"), big_mark(row)
)
}

na_notes <- function(read, names) {
  at <- which(read$na > 0 & read$fits)
  stats::setNames(Map(na_note, names[at], read$na[at], read$first_na[at]), names[at])
}
