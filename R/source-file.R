# CSV and TSV files, read by readr. Nothing in a file is lost or changed in silence.

room("file", "source", place = 3,
  opens = function(source) is.character(source) && length(source) == 1 && !is.na(source),
  open = function(source, how) file_ledger(source, how$missing, how$encoding, how$kinds),
  again = function(source) {
    if (file.exists(source$origin)) do.call(file_ledger, c(list(source$origin), source$read_as))
  },
  seal = function(source) {
    check_unchanged(source)
    list(of = "file", name = basename(source$origin), sha256 = digest::digest(file = source$origin, algo = "sha256"))
  }
)

file_ledger <- function(path, missing, encoding, kinds) {
  check_file(path)
  marks <- file_marks(path)
  name <- basename(path)
  separator <- separator_of(path)
  columns <- kind_columns(kinds)
  frame <- read_file(path, separator, missing, encoding, columns)
  problems <- readr::problems(frame)
  check_ragged(problems, name)
  check_column_names(names(frame), name)
  misfits <- misfits_of(problems, frame, kinds)
  if (length(misfits$text) > 0) {
    columns$cols[misfits$text] <- list(readr::col_character())
    frame <- read_file(path, separator, missing, encoding, columns)
  }
  frame <- with_exact_numbers(frame, path, separator, missing, encoding)
  plain <- encoding == "UTF-8" && !grepl("[.]gz$", path) && core_file_is_utf8(path)
  if (!plain) check_encoding(frame, name)
  blank <- vapply(frame, function(column) nrow(frame) == 0 || all_missing(column), logical(1))
  frame[blank] <- lapply(names(frame)[blank], function(name) {
    rep(if (name %in% names(kinds)) nothing_of_kind[[kinds[[name]]]] else NA, nrow(frame))
  })
  notes <- c(if (nrow(frame) == 0) sprintf("%s has a head line and no entries.", name), offset_note(path, frame, name))
  column_notes <- utils::modifyList(number_traps(frame), misfits$notes)
  ledger <- frame_ledger(frame, name, origin = normalizePath(path), notes, column_notes)
  ledger$marks <- marks
  ledger$read_as <- list(missing = missing, encoding = encoding, kinds = kinds)
  ledger
}

# Times with an offset from UTC are instants; the offset itself is not kept.
offset_note <- function(path, frame, name) {
  times <- names(frame)[vapply(frame, inherits, TRUE, what = "POSIXct")]
  if (length(times) == 0) return(NULL)
  text <- rawToChar(read_head(path))
  offset <- regmatches(text, regexpr("[0-9]{2}:[0-9]{2}[-+][0-9]{2}:?[0-9]{2}\\b", text, useBytes = TRUE))
  if (length(offset)) sprintf(
    "%s: times with an offset, such as %s, are held as the instants they are and shown in UTC (%s).", name,
    substring(offset, 6), both(tick(times))
  )
}

# What a column without any value holds, where its kind was said.
nothing_of_kind <- list(
  number = NA_real_, text = NA_character_, date = as.Date(NA), time = as.POSIXct(NA_real_, origin = "1970-01-01",
    tz = "UTC"),
  `yes/no` = NA
)

check_file <- function(path) {
  kind <- core_file_kind(path)
  if (kind == "loop") stop_idle(
    "bad_file", sprintf("%s is a link that leads back to itself.", path), "Name the file that it should lead to."
  )
  if (kind %in% c("pipe", "device", "socket")) stop_idle(
    "bad_file", sprintf("%s is a %s, and a ledger is opened on a file.", path, kind),
    "Save what comes out of it first, and open that."
  )
  if (kind == "locked" || kind == "file" && file.access(path, 4) != 0) stop_idle(
    "bad_file", sprintf("%s may not be read by this user.", path), "Ask for the right to read it."
  )
  if (kind == "nothing") {
    near <- nearest(basename(path), list.files(dirname(path)))
    stop_idle(
      "no_file", sprintf("There is no file %s.", path),
      if (length(near)) sprintf("In that folder there is %s.", both(near)) else sprintf(
        "Looked in %s.", normalizePath(dirname(path), mustWork = FALSE)
      )
    )
  }
  if (kind == "folder") {
    stop_idle("bad_file", sprintf("%s is a folder, not a file.", path), "Name one file in it.")
  }
  if (file.size(path) == 0) stop_idle("bad_file", sprintf("%s is empty: it has not even a head line.", path))
  if (!grepl("[.](csv|tsv|txt)([.]gz)?$", path, ignore.case = TRUE)) {
    stop_idle(
      "bad_file",
      sprintf("%s is of no format that is known here.", path),
      "Known are .csv, .tsv and .txt, also with .gz."
    )
  }
  head <- read_head(path)
  if (any(head == 0)) {
    stop_idle("bad_file", sprintf("%s is a binary file, not text.", path), "Known are .csv, .tsv and .txt files.")
  }
}

read_head <- function(path) {
  file <- gzfile(path, "rb")
  on.exit(close(file))
  readBin(file, "raw", 65536)
}

separator_of <- function(path) {
  if (grepl("[.]csv", path, ignore.case = TRUE)) return(",")
  if (grepl("[.]tsv", path, ignore.case = TRUE)) return("\t")
  head <- rawToChar(read_head(path))
  line <- sub("[\r\n].*", "", head, useBytes = TRUE)
  found <- vapply(
    c("\t", ";", ",", "|"),
    function(mark) lengths(gregexpr(mark, line, fixed = TRUE)) * grepl(mark, line, fixed = TRUE),
    numeric(1)
  )
  names(found)[which.max(found)]
}

read_file <- function(path, separator, missing, encoding, columns) {
  suppressWarnings(readr::read_delim(
    path,
    delim = separator, na = missing, col_types = columns, lazy = FALSE, progress = FALSE,
    show_col_types = FALSE, trim_ws = FALSE, name_repair = "minimal",
    locale = readr::locale(encoding = encoding),
    num_threads = core_threads()
  ))
}

# The numbers of a file are the doubles nearest to what stands there, which readr's own are not always: its
# last digits are off. So columns with numbers that are no short decimals are read again as text, and turned
# into numbers here.
with_exact_numbers <- function(frame, path, separator, missing, encoding) {
  at <- which(!vapply(frame, is_short_decimal, TRUE))
  if (length(at) == 0) return(frame)
  columns <- readr::cols(.default = readr::col_skip())
  columns$cols <- stats::setNames(rep(list(readr::col_character()), length(at)), names(frame)[at])
  again <- read_file(path, separator, missing, encoding, columns)
  for (name in names(frame)[at]) {
    text <- again[[name]]
    number <- core_numbers(text)
    known <- !is.na(number)
    frame[[name]][known] <- number[known]
  }
  frame
}

# Whether each number is the double nearest to one with so many decimals: a whole number divided by a power
# of ten is.
is_short_decimal <- function(column) {
  if (!is_plain_double(column)) return(TRUE)
  rest <- column[is.finite(column)]
  for (scale in c(1, 1e2, 1e4, 1e6)) {
    rest <- rest[abs(rest) * scale > 2^53 | round(rest * scale) / scale != rest]
    if (length(rest) == 0) return(TRUE)
  }
  FALSE
}

kind_columns <- function(kinds) {
  collectors <- list(
    number = readr::col_double(), text = readr::col_character(), date = readr::col_date(),
    time = readr::col_datetime(), `yes/no` = readr::col_logical()
  )
  wrong <- setdiff(unlist(kinds), names(collectors))
  if (length(wrong) > 0) {
    stop_idle(
      "bad_argument",
      sprintf("There is no kind %s.", value_text(wrong[1])),
      meant(wrong[1], names(collectors), "kinds")
    )
  }
  columns <- readr::cols()
  columns$cols <- stats::setNames(collectors[unlist(kinds)], names(kinds))
  columns
}

check_ragged <- function(problems, name) {
  ragged <- problems[grepl("columns$", problems$expected), ]
  if (nrow(ragged) == 0) return(invisible())
  first <- ragged[1, ]
  more <- nrow(ragged) - 1
  stop_idle(
    "ragged_rows",
    sprintf(
      "%s: row %s (line %s of the file) has %s where the head line has %s%s.", name,
      big_mark(first$row - 1), big_mark(first$row), cells_of(first$actual), cells_of(first$expected),
      if (more > 0) sprintf("; so have %s", count_of(more, "more row", "more rows")) else ""
    ),
    "Look for a separator inside a text without quotes, or a line that was cut off.",
    row = first$row - 1
  )
}

cells_of <- function(text) count_of(as.integer(sub(" .*", "", text)), "cell")

# Cells that did not fit the kind of their column: where readr guessed the kind, the column is read
# again as text; where the user forced it, the cells are missing. Either way it is said.
misfits_of <- function(problems, frame, kinds) {
  cells <- problems[!grepl("columns$", problems$expected), ]
  if (nrow(cells) == 0) return(list(text = character(), notes = list()))
  columns <- names(frame)[cells$col]
  forced <- columns %in% names(kinds)
  describe <- function(name) {
    here <- cells[columns == name, ]
    sprintf("`%s`: %s in row %s", name, value_text(here$actual[1]), big_mark(here$row[1] - 1))
  }
  notes <- vapply(unique(columns), function(name) {
    n <- sum(columns == name)
    if (name %in% names(kinds)) {
      sprintf("%s does not fit the kind asked for; %s now missing.", describe(name), is_are(n, "cell"))
    } else {
      guess <- guessed_kind(cells$expected[columns == name][1])
      sprintf(
        "%s is no %s like the rest, so the column is kept as text. To have %s missing there: kinds = c(%s = \"%s\").",
        describe(name), guess, if (n == 1) "it" else "them", name_text(name), guess
      )
    }
  }, character(1))
  list(text = unique(columns[!forced]), notes = as.list(notes))
}

guessed_kind <- function(expected) {
  if (grepl("double|integer|number", expected)) return("number")
  if (grepl("time", expected)) return("time")
  if (grepl("date", expected)) return("date")
  "yes/no"
}

check_encoding <- function(frame, name) {
  for (label in names(frame)[vapply(frame, is.character, logical(1))]) {
    bad <- core_encode_text(frame[[label]], new_pool())
    if (is_text_vector(bad)) next
    stop_idle(
      "bad_text", sprintf("%s: row %s, column `%s` has bytes that are not valid UTF-8.", name, big_mark(bad), label),
      "If the file was written in another encoding, say which: ledger(..., encoding = \"latin1\").",
      row = bad, column = label
    )
  }
}

# Text columns that are numbers but for a few words: said when somebody wants to add them up.
number_traps <- function(frame) {
  traps <- list()
  for (label in names(frame)[vapply(frame, is.character, logical(1))]) {
    if (!mostly_numbers(sampled(frame[[label]], 200))) next
    texts <- unique(frame[[label]])
    texts <- texts[!is.na(texts)]
    numeric <- !is.na(suppressWarnings(as.double(texts)))
    if (!mostly_numbers(texts) || all(numeric)) next
    row <- match(texts[!numeric][1], frame[[label]])
    traps[[label]] <- sprintf(
      "`%s` is kept as text, because not all of it is a number: %s in row %s.", label,
      value_text(texts[!numeric][1]), big_mark(row)
    )
  }
  traps
}

sampled <- function(x, n) if (length(x) <= n) x else x[round(seq(1, length(x), length.out = n))]

mostly_numbers <- function(texts) {
  texts <- texts[!is.na(texts)]
  numeric <- !is.na(suppressWarnings(as.double(texts)))
  sum(numeric) >= 2 && mean(numeric) >= 0.8
}
