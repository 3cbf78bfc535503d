#' The command line
#'
#' What the program `idle-ledger` runs. Results go to standard output, messages to standard error.
#' The program is installed with the package; `system.file("exec", "idle-ledger", package =
#' "idleledger")` is its path.
#'
#' @param args The words of the command line.
#' @return The exit code: 0 when all is well, 1 when a tie-out differs, 2 for wrong usage or input. Errors go to
#'   standard error as one line; text that is no expression is of class `idle_no_parse`.
#' @export
#' @examples
#' command_line(c(
#'   "draw-up", demo_table("tolls", as = "path"),
#'   "--lines", "reach", "--figures", "receipts = sum(toll)"
#' ))
command_line <- function(args = commandArgs(trailingOnly = TRUE)) {
  local_utf8()
  tryCatch(
    as_options(run_command(utf8_words(as.character(args)))),
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

# Commands in the order of their work; an option of a command is a record of what it takes and what it does.
run_command <- function(args) {
  if (length(args) == 0 || args[1] %in% c("--help", "-h")) args <- "help"
  if (args[1] == "--version") {
    cat("idle-ledger", package_version_text(), "\n")
    return(0L)
  }
  known <- rooms_of("command")
  if (!args[1] %in% known) return(refuse(sprintf(
    "there is no command `%s`. %s Try idle-ledger help.", args[1], meant(args[1], known, "commands")
  )))
  command <- room_of("command", args[1])
  options <- c(command$options(), general_options())
  if (any(args[-1] %in% c("--help", "-h"))) {
    cat(command_help(command, options))
    return(0L)
  }
  read <- read_options(args[-1], options)
  withr::with_options(list(width = page_width()), quietly_if(isTRUE(read$options$quiet),
    command$run(read$options, read$files)))
}

quietly_if <- function(quiet, work) {
  if (!quiet) return(work)
  core_set_progress(NULL)
  on.exit(core_set_progress(progress_tick))
  suppressMessages(work)
}

general_help <- function() {
  names <- rooms_of("command")
  lines <- vapply(names, function(name) sprintf("  %-14s %s", name, room_of("command", name)$words), "")
  paste0(
    "Usage: idle-ledger COMMAND FILE [options]\n\nCommands:\n", paste(lines, collapse = "\n"),
    "\n\n", paste(strwrap(sprintf(
      paste(
        "FILE is a table (%s), a pattern of such files in quotes, a folder of them, a brief's file (.yaml),",
        "or - for standard input."
      ),
      listing(known_endings(), 20)
    ), 78), collapse = "\n"), "\n\nOptions are the sections of a brief, for example\n",
    "  idle-ledger draw-up tolls.csv --lines reach,lock --figures 'receipts = sum(toll)' \\\n",
    "    --only 'toll > 0' --order 'falling(receipts)' --show 'top(10, receipts)'\n\n",
    "Ends with 0 when all is well, 1 when figures differ, 2 for wrong usage or input, 130 when stopped.\n",
    "More: idle-ledger COMMAND --help, idle-ledger help TOPIC (a section, a function, files, values)\n"
  )
}

command_help <- function(command, options) {
  groups <- vapply(options, function(option) if (is.null(option$group)) "Options" else option$group, "")
  width <- max(nchar(option_flags(options)), 0) + 2
  parts <- vapply(unique(groups), function(group) {
    paste0("\n", group, ":\n",
    option_lines(options[groups == group], width))
  }, "")
  paste0(
    "idle-ledger ", command$name, ": ", command$words, "\n\nUsage: idle-ledger ", command$example, "\n",
    paste(parts, collapse = "")
  )
}

option_flags <- function(options) {
  vapply(names(options), function(name) {
    trimws(sprintf("  --%s %s", name,
    paste(options[[name]]$takes, collapse = "")), "right")
  }, "")
}

option_lines <- function(options, width) {
  room <- max(40, page_width()) - width
  lines <- unlist(Map(function(flag, text) {
    text <- strwrap(text, room)
    paste0(formatC(c(flag, rep("", length(text) - 1)), width = -width), text)
  }, option_flags(options), vapply(options, option_words, "")))
  paste0(paste(lines, collapse = "\n"), "\n")
}

option_words <- function(option) {
  paste0(
    option$does, if (!is.null(option$example)) sprintf(", such as '%s'", option$example),
    if (!is.null(option$default)) sprintf("; %s if it is not given", option$default),
    if (isTRUE(option$repeats)) "; may be repeated"
  )
}
