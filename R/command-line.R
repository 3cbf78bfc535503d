#' The command line
#'
#' What the program `idle-ledger` runs. Results go to standard output, messages to standard error.
#' The program is installed with the package; `system.file("exec", "idle-ledger", package =
#' "idleledger")` is its path.
#'
#' @param args The words of the command line.
#' @return The exit code: 0 when all is well, 1 when a tie-out differs, 2 for wrong usage or input.
#' @export
#' @examples
#' command_line(c(
#'   "draw-up", demo_table("tolls", as = "path"),
#'   "--lines", "reach", "--figures", "receipts = sum(toll)"
#' ))
command_line <- function(args = commandArgs(trailingOnly = TRUE)) {
  local_utf8()
  tryCatch(
    run_command(utf8_words(args)),
    idle_error = function(e) refuse(error_text(e)),
    interrupt = function(e) refuse("stopped.", code = 130L),
    error = function(e) refuse(conditionMessage(e))
  )
}

refuse <- function(text, code = 2L) {
  cat("idle-ledger: ", clean_text(gsub("\\s*\n\\s*", " ", text)), "\n", sep = "", file = stderr())
  code
}

# A classed error in one line: what is wrong, then what to do.
error_text <- function(e) {
  paste(e$said, collapse = " ")
}

commands <- list(
  look = list(words = "what each column holds, and the traps in it", run = function(options, files) {
    print(look(open_file(files, options$encoding)))
    0L
  }),
  `draw-up` = list(words = "draw up a statement and print it, or write it with --write", run = function(
    options, files
  ) {
    statement <- draw_up(brief_of_options(options, files))
    if (is.null(options$write)) {
      print(statement, lines = if (is.null(options$rows)) Inf else options$rows)
    } else {
      write_statement(statement, options$write)
      message(clean_text(sprintf("Wrote %s to %s.", count_of(nrow(statement), "line"), options$write)))
    }
    0L
  }),
  `tie-out` = list(words = "check a statement against its entries", run = function(options, files) {
    proof <- tie_out(brief_of_options(options, files), against = options[["against"]])
    print(proof)
    if (all_tie(proof)) 0L else 1L
  }),
  `entries-behind` = list(words = "the entries behind the lines that --where names", run = function(options, files) {
    print(entries_of_items(brief_of_options(options, files), where_of(options), options[["of"]]))
    0L
  }),
  proof = list(words = "one figure of one line, worked through by hand", run = function(options, files) {
    if (is.null(options[["figure"]])) stop_idle("bad_argument", "proof needs the name of a figure: --figure receipts.")
    shown <- proof_of_items(brief_of_options(options, files), options[["figure"]], where_of(options))
    print(shown)
    if (shown$equal) 0L else 1L
  }),
  differences = list(words = "what differs between two files", run = function(options, files) {
    if (length(files) != 2) stop_idle("bad_argument", "differences takes two files.")
    match <- if (!is.null(options[["match"]])) trimws(strsplit(options[["match"]], ",", fixed = TRUE)[[1]])
    found <- differences(
      ledger(files[1], encoding = options$encoding), ledger(files[2], encoding = options$encoding), match,
      options$tolerance
    )
    found$labels <- basename(files)
    print(found)
    if (is.null(found$cells) && nrow(found$only_a) + nrow(found$only_b) == 0) 0L else 1L
  }),
  stages = list(words = "the table after each section", run = function(options, files) {
    print(stages(brief_of_options(options, files)))
    0L
  }),
  workings = list(words = "how each section was worked: rows, method, time", run = function(options, files) {
    print(workings(brief_of_options(options, files)))
    0L
  }),
  demo = list(words = "the paths of the demo tables; with a name, that path alone", run = function(options, files) {
    names <- if (length(files)) files else c("tolls", "locks", "targets", "levels", "README")
    cat(paste0(vapply(names, demo_table, "", as = "path"), "\n"), sep = "")
    0L
  })
)

run_command <- function(args) {
  if (length(args) == 0 || args[1] %in% c("--help", "-h", "help")) {
    cat(general_help())
    return(0L)
  }
  if (args[1] == "--version") {
    cat("idle-ledger", as.character(utils::packageVersion("idleledger")), "\n")
    return(0L)
  }
  if (!args[1] %in% names(commands)) {
    return(
      refuse(
        sprintf(
          "there is no command `%s`. %s Try idle-ledger --help.", args[1], meant(args[1], names(commands), "commands")
        )
      )
    )
  }
  parser <- parser_of(args[1])
  if (any(args %in% c("--help", "-h"))) {
    optparse::print_help(parser)
    return(0L)
  }
  parsed <- parse_options(parser, gather_repeats(args[-1]))
  withr::with_options(list(width = page_width()), commands[[args[1]]]$run(parsed$options, parsed$args))
}

where_of <- function(options) if (is.null(options[["where"]])) list() else read_items(options[["where"]], "where")

general_help <- function() {
  lines <- vapply(names(commands), function(name) sprintf("  %-14s %s", name, commands[[name]]$words), "")
  paste0(
    "Usage: idle-ledger COMMAND FILE [options]\n\nCommands:\n", paste(lines, collapse = "\n"),
    "\n\nOptions are the sections of a brief, for example\n",
    "  idle-ledger draw-up tolls.csv --lines reach,lock --figures 'receipts = sum(toll)' \\\n",
    "    --only 'toll > 0' --order 'falling(receipts)' --show 'top(10, receipts)'\n",
    "More: idle-ledger COMMAND --help\n"
  )
}

# Options besides the sections of a brief: the commands that have them, what they take and what they do.
with_brief <- c("draw-up", "tie-out", "entries-behind", "proof", "stages", "workings")

further_options <- list(
  encoding = list(
    commands = c(with_brief, "look", "differences"), takes = "NAME", default = "UTF-8",
    does = "the encoding of the file, such as latin1"
  ),
  match = list(commands = "differences", takes = "COLUMNS", does = "what lines are matched by, such as reach,lock"),
  tolerance = list(
    commands = "differences", takes = "AMOUNT", default = "0", does = "by how much numbers may differ, such as 0.005"
  ),
  narrow = list(
    commands = with_brief, takes = "EXPR",
    does = "work on a part of the ledger only, to check by eye, such as 'lock == \"Tarn Foot\"'"
  ),
  given = list(
    commands = with_brief, takes = "NAME=VALUE",
    does = "a value for given(NAME), such as month=2025-03-01; may be repeated"
  ),
  source = list(
    commands = with_brief, takes = "NAME=FILE", does = "a further table, such as locks=locks.csv; may be repeated"
  ),
  where = list(
    commands = c("entries-behind", "proof"), takes = "EXPR",
    does = "conditions that say which lines are meant, such as 'lock == \"Tarn Foot\"'"
  ),
  of = list(
    commands = "entries-behind", takes = "NAME",
    does = "a figure beside the lines, such as week: the entries of its frame"
  ),
  figure = list(commands = "proof", takes = "NAME", does = "the figure to prove, such as receipts"),
  against = list(
    commands = "tie-out", takes = "FILE", does = "figures from elsewhere, compared line by line, such as theirs.csv"
  ),
  rows = list(commands = "draw-up", takes = "N", does = "how many lines to print, such as 20; all by default"),
  write = list(
    commands = "draw-up", takes = "FILE",
    does = "write the statement to a .csv or .tsv file instead, such as receipts.csv"
  )
)

parser_of <- function(command) {
  parser <- optparse::OptionParser(
    usage = sprintf("idle-ledger %s FILE [options]", command), description = commands[[command]]$words
  )
  for (name in if (command %in% with_brief) section_names()) {
    option <- room_of("section", name)$option
    parser <- with_option(parser, name, option$takes, sprintf("%s, such as '%s'", option$does, option$example))
  }
  for (name in names(further_options)) {
    option <- further_options[[name]]
    if (command %in% option$commands) parser <- with_option(parser, name, option$takes, option$does, option$default)
  }
  parser
}

with_option <- function(parser, name, takes, does, default = NULL) {
  optparse::add_option(
    parser, paste0("--", name), type = "character", metavar = takes, default = default, help = does
  )
}

# Options that may be repeated are joined by a line end, which optparse cannot do by itself.
gather_repeats <- function(args) {
  args <- split_equals(args)
  for (flag in c("--given", "--source")) {
    at <- which(args == flag)
    at <- at[at < length(args)]
    if (length(at) < 2) next
    joined <- paste(args[at + 1], collapse = "\n")
    args[at[1] + 1] <- joined
    args <- args[-c(at[-1], at[-1] + 1)]
  }
  sections <- args[args %in% paste0("--", section_names())]
  twice <- sections[duplicated(sections)]
  if (length(twice) > 0) {
    stop_idle("section_twice", sprintf("The section `%s` is given twice.", sub("^--", "", twice[1])))
  }
  args
}

split_equals <- function(args) {
  long <- grepl("^--[a-z]+=", args)
  unlist(ifelse(long, lapply(args, function(arg) c(sub("=.*", "", arg), sub("^[^=]*=", "", arg))), args))
}

# Each value is marked, so that none that begins with a minus is taken for an option; the marks are
# taken off again once all are told apart.
value_mark <- "\u00a6"

shielded <- function(args) {
  values <- which(grepl("^--", args)) + 1
  values <- values[!(values - 1) %in% values]
  values <- values[values <= length(args)]
  args[values] <- paste0(value_mark, args[values])
  args
}

unshielded <- function(options) {
  lapply(options, function(value) if (is.character(value)) sub(paste0("^", value_mark), "", value) else value)
}

number_option <- function(options, name, least) {
  if (!is.character(options[[name]])) return(options)
  number <- strict_number(options[[name]])
  if (is.na(number) || number < least) stop_idle(
    "bad_argument", sprintf("--%s takes a number from %s, and got %s.", name, least, value_text(options[[name]]))
  )
  options[[name]] <- number
  options
}

parse_options <- function(parser, args) {
  args <- shielded(args)
  flags <- grep("^--", args, value = TRUE)
  known <- vapply(parser@options, function(option) option@long_flag, "")
  wrong <- setdiff(flags, known)
  if (length(wrong) > 0) {
    near <- nearest(sub("^--", "", wrong[1]), sub("^--", "", known))
    stop_idle(
      "unknown_section", sprintf("There is no option %s.", wrong[1]),
      if (length(near)) sprintf("Did you mean %s?", either(paste0("--", near))) else "Try --help."
    )
  }
  last <- args[length(args)]
  if (length(flags) && last == flags[length(flags)]) stop_idle("bad_argument", sprintf("%s needs a value.", last))
  parsed <- tryCatch(
    optparse::parse_args(parser, args, positional_arguments = TRUE),
    error = function(e) stop_idle("bad_argument", sub("^Error in .*: ", "", conditionMessage(e)))
  )
  parsed$options <- number_option(number_option(unshielded(parsed$options), "rows", 0), "tolerance", 0)
  parsed
}

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
  further_sources(options$source)
  sections <- list()
  for (name in intersect(section_names(), names(options))) {
    sections[[name]] <- room_of("section", name)$read(options[[name]], name)
  }
  page <- new_brief(source, sections, named_values(options$given))
  if (!is.null(options$narrow)) page <- narrow_to(page, read_items(options$narrow, "narrow"))
  page
}

named_parts <- function(text, flag) {
  if (is.null(text)) return(character())
  parts <- strsplit(text, "\n", fixed = TRUE)[[1]]
  bad <- parts[!grepl("^[^=]+=", parts)]
  if (length(bad) > 0) stop_idle("bad_argument", sprintf("%s takes NAME=VALUE, and got %s.", flag, bad[1]))
  stats::setNames(sub("^[^=]*=", "", parts), sub("=.*", "", parts))
}

named_values <- function(text) lapply(as.list(named_parts(text, "--given")), value_from_text)

# A number, a date or yes/no where the text reads as one, else text.
value_from_text <- function(text) {
  number <- suppressWarnings(as.double(text))
  if (!is.na(number)) return(number)
  day <- strict_date(text)
  if (!is.na(day)) return(day)
  switch(text, `TRUE` = , yes = TRUE, `FALSE` = , no = FALSE, text)
}

# Further tables are opened, so that what is wrong with them is said now.
further_sources <- function(text) {
  files <- named_parts(text, "--source")
  stats::setNames(lapply(files, ledger), names(files))
}
