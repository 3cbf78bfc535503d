# Delimited text: CSV, TSV and the like. Every cell is in the ledger as it stands in the file, or the reader says
# which cells are not. The core reads; here separators and kinds are settled, and what is to be said is said.

room("delimited", "reader", place = 1,
  endings = "[.](csv|tsv|tab|txt)([.]gz)?$", shown = c(".csv", ".tsv", ".tab", ".txt"),
  takes = c("missing", "encoding", "kinds", "separator", "locale"),
  read = function(path, how) read_delimited(path, how, basename(path))
)

# `source` is a path, or the bytes of a file.
read_delimited <- function(source, how, name) {
  file <- open_delimited(source, how, name)
  separator <- separator_for(file, source, how$separator, name)
  names <- head_names(file, separator, name)
  check_kinds_known(how$kinds, names, name)
  size <- core_outline(file, separator, length(names))
  table <- read_kinds(file, names, how, name)
  notes <- c(
    if (size[1] == 0) sprintf("%s has a head line and no entries.", name),
    if (length(names) > 1 && size[2] > size[3]) sprintf(
      "%s has %s between its entries, which %s none.", name, count_of(size[2] - size[3], "blank line"),
      if (size[2] - size[3] == 1) "is" else "are"
    ),
    offset_note(file, table, name), repeated_head_note(table$columns, name)
  )
  list(columns = table$columns, n = size[1], notes = notes, column_notes = table$notes)
}

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
    sprintf("Open it with ledger(..., encoding = \"UTF-16%s\").", if (wide < 0.5) "LE" else "BE")
  )
  odd <- head < 32 & !head %in% as.raw(c(9, 10, 12, 13, 26))
  if (mean(odd) > 0.02) stop_idle(
    "bad_file", sprintf("%s is a binary file, not text.", name), sprintf("Known are %s.", listing(known_endings(), 20))
  )
}

# The separator ---------------------------------------------------------------------------------------------------

separators <- c(comma = ",", semicolon = ";", tab = "\t", bar = "|")

separator_for <- function(file, source, asked, name) {
  if (!is.null(asked)) {
    if (asked %in% names(separators)) asked <- separators[[asked]]
    if (is_one_text(asked) && nchar(asked, "bytes") == 1 && !asked %in% c("\"", "\n", "\r")) return(asked)
    stop_idle(
      "bad_argument", sprintf("A separator is one plain character, and got %s.", value_text(asked)),
      sprintf("Or one of the words %s.", either(names(separators)))
    )
  }
  cells <- lapply(separators, function(mark) lengths(core_first_records(file, mark, 200)))
  even <- vapply(cells, function(n) length(n) > 0 && n[1] > 1 && all(n == n[1]), TRUE)
  usual <- if (is.raw(source) || !grepl("[.](tsv|tab)", source, ignore.case = TRUE)) "comma" else "tab"
  if (sum(even) == 1) return(separators[[which(even)]])
  if (sum(even) > 1) return(settled_separator(even, usual, cells, name))
  first <- vapply(cells, function(n) if (length(n)) n[1] else 1L, 1L)
  if (first[[usual]] > 1 || max(first) < 2) return(separators[[usual]])
  separators[[which.max(first)]]
}

# Several separators give rows of one length: the usual one, unless another gives more columns.
settled_separator <- function(even, usual, cells, name) {
  first <- vapply(cells[even], `[[`, 1L, 1)
  if (even[[usual]] && all(first <= first[[usual]])) return(separators[[usual]])
  stop_idle(
    "bad_file", sprintf("%s can be read with %s between the cells.", name, either(paste("a", names(separators)[even]))),
    sprintf("Say which: ledger(..., separator = \"%s\").", names(which.max(first)))
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

# The kinds --------------------------------------------------------------------------------------------------------

# `missing` as given; by default empty cells, and NA where a column is of anything but text.
missing_asked <- function(how) if (is.null(how$missing)) "" else enc2utf8(as.character(how$missing))

read_kinds <- function(file, names, how, name) {
  missing <- missing_asked(how)
  marks <- marks_of_language(how$locale)
  guessed <- stats::setNames(core_guess_kinds(file, length(names), missing, is.null(how$missing)), names)
  if (!is.null(marks)) guessed[guessed == "number"] <- "text"
  for (label in names(how$kinds)) {
    asked <- how$kinds[[label]]
    guessed[[label]] <- if (is.null(asked$reads)) asked$kind else "text"
  }
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
  settled <- lapply(names, function(label) settle_column(columns[[label]], label, how$kinds[[label]], marks, how, name))
  notes <- c(na_notes(read, names), stats::setNames(lapply(settled, `[[`, "note"), names))
  list(columns = stats::setNames(lapply(settled, `[[`, "column"), names), notes = Filter(Negate(is.null), notes),
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
    if (!is.null(asked) && is.logical(column) && all_missing(column)) column <- nothing_of(asked$kind, length(column))
    return(list(column = column))
  }
  if (!is.null(asked)) return(list(column = as_asked(column, label, asked, name)))
  found <- kind_of_texts(texts_of(column), marks, is.null(how$missing))
  if (!is.null(found)) return(list(
    column = valued(column, found$values, found$kind), note = text_note(found, column, label)
  ))
  list(column = column, note = kept_as_text(column, label))
}

as_asked <- function(column, label, asked, name) {
  if (asked$kind == "text") return(column)
  texts <- texts_of(column)
  reads <- if (is.null(asked$reads)) usual_reads(asked$kind) else asked$reads
  values <- reads(texts)
  bad <- which(is.na(values) & !is.nan(values) & nzchar(texts))
  if (length(bad) == 0) return(valued(column, values, asked$kind))
  row <- min(match(bad, codes_of(column)))
  text <- texts[codes_of(column)[row]]
  stop_idle(
    "bad_cell", sprintf("%s: row %s, column `%s`: %s is no %s%s.", name, big_mark(row), label, value_text(text),
      asked$words,
      if (length(bad) > 1) sprintf(", nor %s", is_are(length(bad) - 1, "other text")) else ""),
    sprintf("To take it as missing: missing = c(\"\", %s). To keep the column as it stands: kinds = c(%s = \"text\").",
      value_text(text), name_text(label)),
    row = row, column = label
  )
}

usual_reads <- function(kind) {
  if (kind == "number") return(function(texts) exact_numbers(texts))
  function(texts) core_strict_values(texts, kind)
}

# Values by text as a column of their kind.
valued <- function(column, values, kind) {
  values <- switch(kind, date = as_date_class(values), `yes/no` = as.logical(values), as.double(values))
  if (kind == "time") values <- structure(values, class = c("POSIXct", "POSIXt"), tzone = "UTC")
  found <- core_look_up(column, values)
  if (kind == "time") attributes(found) <- list(class = c("POSIXct", "POSIXt"), tzone = "UTC")
  found
}

nothing_of <- function(kind, n) {
  if (kind == "text") return(text_vector(rep(NA_integer_, n), character()))
  rep(switch(kind, number = NA_real_, date = as.Date(NA), time = as.POSIXct(NA_real_, origin = "1970-01-01",
    tz = "UTC"), NA), n)
}

# What all different texts are, if they are all of one kind: list(kind, values, example).
kind_of_texts <- function(texts, marks, na) {
  rest <- texts[nzchar(texts) & !(na & texts == "NA")]
  if (length(rest) == 0) return(NULL)
  if (is.null(marks)) {
    kinds <- unique(core_strict_kinds(utils::head(rest, 100)))
    if (length(kinds) == 1 && kinds != "text") {
      values <- core_strict_values(texts, kinds)
      if (!anyNA(values[texts %in% rest]) || kinds == "number" &&
        all(!is.na(values) | is.nan(values) | !texts %in% rest)) {
        if (!mixes_forms(rest, kinds)) return(list(kind = kinds, values = values))
      }
    }
    marks <- list(decimal = ".", grouping = ",")
    if (!any(grepl(",", rest, fixed = TRUE))) return(NULL)
  }
  if (any(grepl("^[-+]?0[0-9]", rest))) return(NULL)
  digits <- plain_digits(texts, marks$decimal, marks$grouping)
  values <- core_strict_values(digits, "number")
  if (anyNA(values[texts %in% rest])) return(NULL)
  list(kind = "number", values = values, example = which(texts != digits)[1], digits = digits)
}

mixes_forms <- function(texts, kind) {
  form <- switch(kind, time = grepl("(Z|[-+][0-9]{2}:?[0-9]{2})$", texts), `yes/no` = texts %in% c("TRUE", "FALSE"),
    TRUE)
  length(unique(form)) > 1
}

# What is to be said --------------------------------------------------------------------------------------------------

row_of_code <- function(column, code) match(code, codes_of(column))

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

# How a column of texts may have been meant: the words that read it so. The share of texts that fit, and what they
# are called.
ways_to_read <- list(
  list(words = "numbers", call = NULL, fits = function(texts) core_strict_values(texts, "number")),
  list(words = "numbers with blanks around them", call = "number()", fits = function(texts) {
    core_strict_values(without_blanks(texts), "number")
  }),
  list(words = "numbers with a decimal comma", call = "number(decimal = \",\")", fits = function(texts) {
    marked_numbers(texts, ",", ".")
  }),
  list(
    words = "numbers with a decimal comma", call = "number(decimal = \",\", grouping = \" \")",
    fits = function(texts) marked_numbers(texts, ",", " ")
  ),
  list(words = "percentages", call = "percent()", fits = function(texts) percent_numbers(texts, ".")),
  list(words = "percentages", call = "percent(decimal = \",\")", fits = function(texts) percent_numbers(texts, ",")),
  list(words = "amounts of money", call = "money()", fits = function(texts) money_numbers(texts, ".", ",")),
  list(words = "amounts of money", call = "money(decimal = \",\")",
    fits = function(texts) money_numbers(texts, ",", ".")),
  list(words = "dates", call = NULL, fits = function(texts) core_strict_values(texts, "date")),
  list(words = "times", call = NULL, fits = function(texts) core_strict_values(texts, "time"))
)

# Forms of dates and times, those with the day first before those with the month first.
forms_of_dates <- c(
  "%d/%m/%Y", "%m/%d/%Y", "%d.%m.%Y", "%d-%m-%Y", "%Y/%m/%d", "%d/%m/%y", "%m/%d/%y", "%d.%m.%y", "%d %b %Y",
    "%d-%b-%Y",
  "%d-%b-%y", "%b %d, %Y", "%d %B %Y", "%B %d, %Y"
)
forms_of_times <- c("%d/%m/%Y %H:%M", "%m/%d/%Y %H:%M", "%d.%m.%Y %H:%M", "%d/%m/%Y %H:%M:%S", "%m/%d/%Y %H:%M:%S",
  "%d.%m.%Y %H:%M:%S")

way_by_form <- function(word, form, by_form) {
  other <- if (startsWith(form, "%d/%m")) sub("%d/%m", "%m/%d", form, fixed = TRUE)
  list(
    words = paste0(word, "s"), call = sprintf("%s(\"%s\")", word, form), fits = function(texts) by_form(texts, form),
    other = sprintf("%s(\"%s\")", word, other), also = if (!is.null(other)) function(texts) by_form(texts, other)
  )
}

all_ways <- function() {
  c(
    ways_to_read, lapply(forms_of_dates, way_by_form, word = "date", by_form = dates_by_form),
    lapply(forms_of_times, way_by_form, word = "time", by_form = times_by_form)
  )
}

# Text that was meant as something else, for the most part of its different values.
kept_as_text <- function(column, label) {
  texts <- texts_of(column)
  code_na <- match("NA", texts)
  texts <- texts[nzchar(texts)]
  sample <- seeded_texts(setdiff(texts, "NA"))
  if (length(sample) > 0 && all(grepl("^[-+]?[0-9]{16,}$", sample))) return(sprintf(
    "`%s` has numbers of more digits than a number holds, such as %s, and is kept as text.", label, texts[1]
  ))
  way <- best_way(sample)
  if (!is.null(way)) return(way_note(way, column, label))
  if (!is.na(code_na)) return(sprintf(
    "`%s` has the text NA, first in row %s, which is kept; to take it as missing: missing = c(\"\", \"NA\").", label,
    big_mark(row_of_code(column, code_na))
  ))
}

# The first way that reads all texts, or else most of them.
best_way <- function(texts) {
  if (length(texts) == 0 || mean(grepl("[0-9]", texts)) < most_part(texts)) return(NULL)
  ways <- all_ways()
  good <- vapply(ways, function(way) mean(!is.na(way$fits(texts))), 1)
  at <- c(which(good == 1), which(good >= most_part(texts)))
  if (length(at)) ways[[at[1]]]
}

# One that shows why: no plain number, if there is one.
telling_text <- function(texts) {
  texts <- texts[nzchar(texts)]
  odd <- texts[core_strict_kinds(texts) == "text"]
  c(odd, texts)[1]
}

# Of very few different values, one may be a word for a missing one.
most_part <- function(texts) if (length(texts) < 5) 0.5 else 0.8

seeded_texts <- function(texts, most = 1000) {
  if (length(texts) > most) texts[seeded_sample(length(texts),
  most)] else texts
}

way_note <- function(way, column, label) {
  texts <- texts_of(column)
  bad <- which(is.na(way$fits(texts)) & nzchar(texts))
  rows <- match(bad, codes_of(column))
  text <- if (length(bad)) texts[bad[which.min(rows)]]
  one <- sub("s of money$", " of money", sub("s with.*", "", sub("s$", "", way$words)))
  kind <- if (is.null(way$call)) dQuote(one, FALSE) else way$call
  if (length(bad) == 0) return(sprintf(
    "`%s` is kept as text, such as %s. To read it as %s: kinds = c(%s = %s)%s.", label,
      value_text(telling_text(texts)),
    way$words, name_text(label), kind,
    if (!is.null(way$also) && !anyNA(way$also(texts[nzchar(texts)]))) sprintf(", or %s where the month comes first",
      way$other) else ""
  ))
  sprintf(
    paste(
      "`%s` is kept as text, because not all of it is %s: %s in row %s%s.",
      "To read %s as missing: missing = c(\"\", %s)%s."
    ),
    label, way$words, value_text(text), big_mark(min(rows)), if (length(bad) > 1) sprintf(", and %s",
      is_are(length(bad) - 1, "other text")) else "",
    if (length(bad) > 1) "such texts" else "it", value_text(text),
    if (is.null(way$call)) "" else sprintf(", kinds = c(%s = %s)", name_text(label), kind)
  )
}

# Times with an offset from UTC are instants; the offset itself is not kept.
offset_note <- function(file, table, name) {
  times <- names(table$columns)[table$forms == 2 & vapply(table$columns, inherits, TRUE, what = "POSIXct")]
  if (length(times) == 0) return(NULL)
  text <- rawToChar(core_first_bytes(file, 65536))
  offset <- regmatches(text, regexpr("[0-9]{2}:[0-9]{2}(:[0-9.]+)?[-+][0-9]{2}:?[0-9]{2}\\b", text, useBytes = TRUE))
  if (length(offset)) sprintf(
    "%s: times with an offset, such as %s, are held as the instants they are and shown in UTC (%s).", name,
    sub(".*([-+])", "\\1", offset), both(tick(times))
  )
}

# A head line that stands again among the entries: each column has its own name there.
repeated_head_note <- function(columns, name) {
  texts <- vapply(columns, is_text_vector, TRUE)
  if (!all(texts)) return(NULL)
  rows <- Map(function(column, label) which(codes_of(column) == match(label, texts_of(column))), columns,
    names(columns))
  rows <- Reduce(intersect, rows)
  if (length(rows)) sprintf(
    "%s: row %s repeats the head line%s. Leave it out: only = %s != \"%s\".", name, big_mark(rows[1]),
    if (length(rows) > 1) sprintf(", and so do %s", count_of(length(rows) - 1,
      "more row")) else "", name_text(names(columns)[1]),
    names(columns)[1]
  )
}

# Trouble --------------------------------------------------------------------------------------------------------------

trouble_words <- list(
  ragged = c("has %s where the head line has %s",
    "Look for a separator inside a text without quotes, or a line that was cut off."),
  after_quote = c("has text behind a closing quote mark: %s",
    "Inside a text in quotes, a quote mark is written twice."),
  unclosed_quote = c("opens a text with a quote mark, and none closes it: %s",
    "Close it, or write the text without quotes."),
  nul = c("holds a NUL byte",
    "If the file is in UTF-16, say so: ledger(..., encoding = \"UTF-16LE\"). Else it is damaged there."),
  lone_return = c("holds a carriage return without a line feed",
    "Put the text in quotes, or make all lines end alike."),
  lone_feed = c("holds a line feed, in a file whose lines end with carriage returns",
    "Put the text in quotes, or make all lines end alike."),
  bad_text = c("has bytes that are not valid UTF-8",
    "If the file was written in another encoding, say which: ledger(..., encoding = \"latin1\")."),
  huge = c("has a text longer than a text can be", "Look for a quote mark that is not closed.")
)

stop_trouble <- function(found, names, name) {
  what <- found$trouble
  words <- trouble_words[[what]]
  row <- if (found$row == 0) "the head line" else sprintf("row %s (line %s of the file)", big_mark(found$row),
    big_mark(found$line))
  label <- if (found$column < length(names)) names[found$column + 1]
  at <- if (what %in% c("ragged", "unclosed_quote")) row else sprintf(
    "%s, %s", row, if (is.null(label)) sprintf("column %d", found$column + 1) else sprintf("column `%s`", label)
  )
  said <- switch(what,
    ragged = sprintf(words[1], count_of(found$column, "cell"), count_of(length(names), "cell")),
    after_quote = , unclosed_quote = sprintf(words[1], value_text(found$text)), words[1]
  )
  stop_idle(
    switch(what, ragged = "ragged_rows", bad_text = "bad_text", "bad_file"), sprintf("%s: %s %s.", name, at,
      said), words[2],
    row = found$row, line = found$line, column = label
  )
}
