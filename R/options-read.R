# The options of a command line. An option that takes a value takes the word after it, whatever it looks like;
# `--name=value` is the same in one word. A word alone is a file; - is standard input.

read_options <- function(args, options) {
  values <- list()
  files <- character()
  while (length(args)) {
    word <- args[1]
    args <- args[-1]
    if (!startsWith(word, "--") || word == "--") {
      files <- c(files, word)
      next
    }
    name <- sub("=.*", "", substring(word, 3))
    option <- known_option(name, options)
    if (is.null(option$takes)) {
      values[[name]] <- flag_value(name, word)
      next
    }
    joined <- grepl("=", word, fixed = TRUE)
    if (!joined && length(args) == 0) stop_idle("bad_argument", sprintf("--%s needs a value.", name))
    value <- if (joined) sub("^[^=]*=", "", word) else args[1]
    if (!joined) args <- args[-1]
    values[[name]] <- option_value(name, value, option, values[[name]])
  }
  defaults <- without_null(lapply(options, `[[`, "default"))
  list(options = c(values, defaults[setdiff(names(defaults), names(values))]), files = files)
}

# An option without a value is a wish; --quiet=no takes it back.
flag_value <- function(name, word) {
  if (!grepl("=", word, fixed = TRUE)) return(TRUE)
  said <- sub("^[^=]*=", "", word)
  if (said %in% c("yes", "no")) return(said == "yes")
  stop_idle("bad_argument", sprintf("--%s takes no value, or yes or no, and got %s.", name, value_text(said)))
}

known_option <- function(name, options) {
  if (name %in% names(options)) return(options[[name]])
  near <- nearest(name, names(options))
  stop_idle(
    "unknown_section", sprintf("There is no option --%s.", name),
    if (length(near)) sprintf("Did you mean %s?", either(paste0("--", near))) else "Try --help."
  )
}

# What is given more than once is joined where it may be, and an error where it may not.
option_value <- function(name, value, option, before) {
  if (isTRUE(option$repeats) || isTRUE(option$by_source)) return(c(before, value))
  if (!is.null(before)) stop_idle(
    "section_twice", if (has_room("section", name)) sprintf("The section `%s` is given twice.", name) else
      sprintf("--%s is given twice.", name)
  )
  if (is.null(option$least)) return(value)
  number <- strict_number(value)
  if (is.na(number) || number < option$least) stop_idle(
    "bad_argument", sprintf("--%s takes a number from %s, and got %s.", name, option$least, value_text(value))
  )
  number
}

output_options <- function() {
  lapply(list(
    write = list(takes = "FILE", does = "write to a file instead; its ending says the format",
      example = "receipts.xlsx"),
    as = list(takes = "FORMAT", does = "the format to write in: csv, tsv, parquet, xlsx, json, ndjson, md, html, txt",
      example = "csv"),
    formulas = list(does = "in a workbook, subtotals, shares and running totals as live formulas")
  ), function(option) c(option, group = "What comes out"))
}

general_options <- function() {
  list(quiet = list(does = "say nothing but results and errors", group = "In general"))
}

# The options of a command that works on a brief: its sections, and where it comes from.
brief_options <- function() {
  sections <- stats::setNames(lapply(section_names(), function(name) {
    c(room_of("section", name)$option, group = "Sections of the brief")
  }), section_names())
  more <- lapply(list(
    narrow = list(
      takes = "EXPR", does = "work on a part of the ledger only, to check by eye", example = "lock == \"Tarn Foot\""
    ),
    given = list(
      takes = "NAME=VALUE", does = "a value for given(NAME)", example = "month=2025-03-01", repeats = TRUE
    ),
    source = list(takes = "NAME=FILE", does = paste("a table that `prepare` or a brief's file names,",
      "read as --kinds 'NAME: lock = text' and the like say"),
      example = "targets=targets.csv", repeats = TRUE),
    select = list(takes = "FILE", does = "a query (SQL) in the place of a file; --source says what its tables are",
      example = "receipts.sql"),
    outside = list(does = "let a brief's file, or a book, open tables outside of its folder")
  ), function(option) c(option, group = "Values and tables"))
  c(sections[setdiff(names(sections), "locale")], more, source_options())
}

where_option <- list(where = list(
  takes = "EXPR", does = "conditions that say which lines are meant", example = "lock == \"Tarn Foot\""
))

where_of <- function(options) if (is.null(options[["where"]])) list() else read_items(options[["where"]], "where")

is_brief_file <- function(path) grepl("[.]ya?ml$", path)

brief_of_options <- function(options, files) {
  if (!is.null(options[["select"]])) return(brief_of_select(options, files))
  path <- one_of_files(files)
  given <- lapply(as.list(named_parts(options[["given"]], "--given")), value_from_text)
  if (is_brief_file(path)) {
    check_of_sources_alone(options, "a brief's file says how its tables are read")
    texts <- as.list(named_parts(options[["given"]], "--given"))
    tables <- further_sources(options)
    page <- read_brief_with(path, texts, given, tables, isTRUE(options$outside))
    changed <- sections_of(options, c(tables, page$tables[setdiff(names(page$tables), names(tables))]))
    sections <- c(page$sections[setdiff(names(page$sections), names(changed))], changed)
    page <- new_brief(page$source, sections, page$given, isTRUE(page$narrowed))
  } else {
    tables <- further_sources(options)
    page <- new_brief(open_file(files, options), sections_of(options, tables), given)
  }
  if (!is.null(options[["narrow"]])) page <- narrow_to(page, read_items(options[["narrow"]], "narrow"))
  page
}

# The page of a query; sections on the command line take the place of its own.
brief_of_select <- function(options, files) {
  if (length(files)) stop_idle("bad_argument", "With --select there is no other file.",
    "Its tables are given by name: --source tolls=tolls.csv.")
  check_of_sources_alone(options, "a query has its tables from --source")
  tables <- further_sources(options)
  page <- rlang::inject(read_select(options[["select"]], !!!tables))
  changed <- sections_of(options, tables)
  if (length(changed)) {
    sections <- c(page$sections[setdiff(names(page$sections), names(changed))], changed)
    page <- new_brief(page$source, sections, page$given)
  }
  if (!is.null(options[["narrow"]])) page <- narrow_to(page, read_items(options[["narrow"]], "narrow"))
  page
}

sections_of <- function(options, tables) {
  options$locale <- values_for("locale", options)
  names <- intersect(section_names(), names(options))
  lapply(stats::setNames(nm = names), function(name) {
    with_known_tables(room_of("section", name)$read(options[[name]], name), tables)
  })
}

# Prints a statement, or writes it to a file, or in a format to standard output.
put_out <- function(statement, options) {
  path <- options[["write"]]
  if (is.null(path) && is.null(options[["as"]])) {
    print(statement, lines = if (is.null(options[["rows"]])) Inf else options[["rows"]])
    return(invisible())
  }
  if (is.null(path)) return(put_through(statement, options))
  if (!is.null(options[["as"]]) && options[["as"]] != ending_of(path)) stop_idle(
    "bad_argument", sprintf("--as %s and --write %s name two formats.", options[["as"]], path), "Give one of them."
  )
  write_statement(statement, path, formulas = isTRUE(options$formulas))
  if (!isTRUE(options$quiet)) message(clean_text(sprintf("Wrote %s to %s.", count_of(nrow(statement), "line"), path)))
}

# By way of a file that is whole before a byte of it goes on.
put_through <- function(statement, options) {
  beside <- tempfile(fileext = paste0(".", options[["as"]]))
  on.exit(unlink(beside))
  write_statement(statement, beside, formulas = isTRUE(options$formulas))
  if (options[["as"]] %in% c("xlsx", "parquet")) {
    out <- file("/dev/stdout", "wb")
    on.exit(close(out), add = TRUE)
    writeBin(readBin(beside, "raw", file.size(beside)), out)
  } else {
    cat(text_of_file(beside, beside))
  }
  invisible()
}

# A number, a date or yes/no where the text reads as one, else text.
value_from_text <- function(text) {
  number <- suppressWarnings(as.double(text))
  if (!is.na(number)) return(number)
  day <- strict_date(sub("^([0-9]{4}-[0-9]{2})$", "\\1-01", text))
  if (!is.na(day)) return(day)
  switch(text, `TRUE` = , yes = TRUE, `FALSE` = , no = FALSE, text)
}
