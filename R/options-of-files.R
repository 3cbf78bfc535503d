# The options that say how files are read: that of the command, and those of --source, which are meant by their name in
# front: --kinds 'targets: lock = text'.

# For every command that takes a file.
source_options <- function() {
  lapply(list(
    encoding = list(takes = "NAME", default = "UTF-8", does = "the encoding of a text file", example = "latin1"),
    kinds = list(
      takes = "COLUMN=KIND,...", example = "lock = text, toll = money(decimal = \",\")", repeats = TRUE,
      does = "kinds of columns: text, number, date, time, yes/no, money(), percent(), date(form)"
    ),
    missing = list(takes = "TEXT", does = "a text that stands for a missing value, beside empty cells",
      example = "n/a", repeats = TRUE),
    separator = list(takes = "MARK", does = "what stands between cells: comma, semicolon, tab, bar or one character",
      example = "semicolon"),
    locale = list(
      takes = "LANGUAGE", example = "de",
      does = "the language whose marks numbers in the file have, and whose alphabet sorts text on the page"
    ),
    sheet = list(takes = "NAME", does = "the sheet of a workbook", example = "Tolls"),
    range = list(takes = "CELLS", does = "the cells of a sheet", example = "B3:F200"),
    table = list(takes = "NAME", does = "the table of a database file, or a SELECT", example = "tolls")
  ), function(option) c(option, by_source = TRUE, group = "Reading the file"))
}

# How to read the file of the command, or that of a source.
how_of <- function(options, source = NULL) {
  asked <- intersect(names(options), names(source_options()))
  how <- without_null(lapply(stats::setNames(nm = asked), values_for, options = options, source = source))
  if (!is.null(how$missing)) how$missing <- c("", how$missing)
  if (is.null(how$kinds)) return(how)
  check_kinds_are_of_a_file(how$kinds, options)
  how$kinds <- kinds_from_text(paste(how$kinds, collapse = ", "))
  how
}

# The values of an option for the file of the command, or for that of a source.
values_for <- function(name, options, source = NULL) {
  values <- options[[name]]
  about <- trimws(sub(":.*", "", values))
  about[!grepl(":", values, fixed = TRUE) | !about %in% names(files_of_sources(options))] <- NA
  own <- values[if (is.null(source)) is.na(about) else about %in% source]
  if (!is.null(source)) own <- trimws(sub("^[^:]*:", "", own))
  if (length(own) > 1 && !isTRUE(source_options()[[name]]$repeats)) stop_idle(
    "section_twice", sprintf("--%s is given twice%s.", name, if (is.null(source)) "" else paste(" for", source))
  )
  if (length(own)) own
}

# Where no file is named, `where` says why, what is said of one would be overlooked; a language is of the page too.
check_of_sources_alone <- function(options, where) {
  for (name in setdiff(names(source_options()), "locale")) {
    if (length(setdiff(values_for(name, options), source_options()[[name]]$default)) > 0) stop_idle(
      "bad_argument", sprintf("--%s is of the file of a command, and %s.", name, where),
      sprintf("With the name of a --source in front it is of that: --%s 'NAME: ...'.", name)
    )
  }
}

# A name with a colon is that of a source.
check_kinds_are_of_a_file <- function(kinds, options) {
  for (name in sub(":.*", "", grep("^[[:alnum:]_.]+:", kinds, value = TRUE))) stop_idle(
    "bad_argument", sprintf("--kinds %s: is of no table here: there is no --source %s.", name, name),
    meant(name, names(files_of_sources(options)), "sources")
  )
}

named_parts <- function(parts, flag) {
  bad <- parts[!grepl("^[^=]+=", parts)]
  if (length(bad) > 0) stop_idle("bad_argument", sprintf("%s takes NAME=VALUE, and got %s.", flag, bad[1]))
  stats::setNames(sub("^[^=]*=", "", parts), sub("=.*", "", parts))
}

files_of_sources <- function(options) named_parts(options[["source"]], "--source")

one_of_files <- function(files) {
  if (length(files) == 1) return(files)
  stop_idle(
    "bad_argument", sprintf("Name one file; there %s %d.", if (length(files) == 1) "is" else "are", length(files)),
    "Put quotes around an expression with spaces, or around a pattern such as 'tolls-*.csv'; - is standard input."
  )
}

# A ledger on a file, a pattern, a folder or standard input. What says nothing about the format is for the page.
open_file <- function(files, options) {
  path <- one_of_files(files)
  how <- c(how_of(options), name = path)
  if (path == "-") return(ledger_of_bytes(standard_input(), how))
  if (is.null(reader_for(path)) || !"locale" %in% reader_for(path)$takes) how$locale <- NULL
  open_source(path, how)
}

standard_input <- function() {
  con <- file("stdin", "rb")
  on.exit(close(con))
  bytes_left(con)
}

# Further tables are opened, so that what is wrong with them is said now.
further_sources <- function(options) {
  files <- files_of_sources(options)
  lapply(stats::setNames(nm = names(files)), function(name) {
    open_source(files[[name]], c(how_of(options, name), name = files[[name]]))
  })
}
