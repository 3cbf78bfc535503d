# The options of a command line. Every option takes one value, so the word after it is that, whatever it looks
# like; `--name=value` is the same in one word.

read_options <- function(args, options) {
  values <- list()
  files <- character()
  while (length(args)) {
    word <- args[1]
    args <- args[-1]
    if (!startsWith(word, "--")) {
      files <- c(files, word)
      next
    }
    name <- sub("=.*", "", substring(word, 3))
    option <- known_option(name, options)
    joined <- grepl("=", word, fixed = TRUE)
    if (!joined && length(args) == 0) stop_idle("bad_argument", sprintf("--%s needs a value.", name))
    value <- if (joined) sub("^[^=]*=", "", word) else args[1]
    if (!joined) args <- args[-1]
    values[[name]] <- option_value(name, value, option, values[[name]])
  }
  defaults <- Filter(Negate(is.null), lapply(options, `[[`, "default"))
  list(options = c(values, defaults[setdiff(names(defaults), names(values))]), files = files)
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
  if (isTRUE(option$repeats)) return(c(before, value))
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

encoding_option <- list(encoding = list(
  takes = "NAME", default = "UTF-8", does = "the encoding of the file", example = "latin1"
))

# The options of a command that works on a brief: its sections, and where it comes from.
brief_options <- function() {
  sections <- stats::setNames(lapply(section_names(), function(name) room_of("section", name)$option), section_names())
  c(sections, encoding_option, list(
    narrow = list(
      takes = "EXPR", does = "work on a part of the ledger only, to check by eye", example = "lock == \"Tarn Foot\""
    ),
    given = list(
      takes = "NAME=VALUE", does = "a value for given(NAME)", example = "month=2025-03-01", repeats = TRUE
    ),
    source = list(takes = "NAME=FILE", does = "a further table", example = "locks=locks.csv", repeats = TRUE)
  ))
}

where_option <- list(where = list(
  takes = "EXPR", does = "conditions that say which lines are meant", example = "lock == \"Tarn Foot\""
))

where_of <- function(options) if (is.null(options[["where"]])) list() else read_items(options[["where"]], "where")

open_file <- function(files, encoding = "UTF-8") {
  if (length(files) != 1) {
    stop_idle(
      "bad_argument", sprintf("Name one file; there %s %d.", if (length(files) == 1) "is" else "are", length(files)),
      "Put quotes around an expression with spaces; further tables come with --source NAME=FILE."
    )
  }
  ledger(files, encoding = encoding)
}

brief_of_options <- function(options, files) {
  source <- open_file(files, options$encoding)
  further_sources(options[["source"]])
  sections <- list()
  for (name in intersect(section_names(), names(options))) {
    sections[[name]] <- room_of("section", name)$read(options[[name]], name)
  }
  page <- new_brief(source, sections, lapply(as.list(named_parts(options[["given"]], "--given")), value_from_text))
  if (!is.null(options[["narrow"]])) page <- narrow_to(page, read_items(options[["narrow"]], "narrow"))
  page
}

named_parts <- function(parts, flag) {
  bad <- parts[!grepl("^[^=]+=", parts)]
  if (length(bad) > 0) stop_idle("bad_argument", sprintf("%s takes NAME=VALUE, and got %s.", flag, bad[1]))
  stats::setNames(sub("^[^=]*=", "", parts), sub("=.*", "", parts))
}

# A number, a date or yes/no where the text reads as one, else text.
value_from_text <- function(text) {
  number <- suppressWarnings(as.double(text))
  if (!is.na(number)) return(number)
  day <- strict_date(text)
  if (!is.na(day)) return(day)
  switch(text, `TRUE` = , yes = TRUE, `FALSE` = , no = FALSE, text)
}

# Further tables are opened, so that what is wrong with them is said now.
further_sources <- function(parts) {
  files <- named_parts(parts, "--source")
  stats::setNames(lapply(files, ledger), names(files))
}
