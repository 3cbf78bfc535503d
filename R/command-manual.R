# manual: the manual page of the program, for man; completion: what a shell completes.

room("manual", "command", place = 21,
  words = "the manual page: idle-ledger manual | man -l -", options = function() list(), example = "manual",
  run = function(options, files) {
    cat(manual_lines(), sep = "\n")
    0L
  }
)

roff_text <- function(text) {
  gsub("^([.'])", "\\\\&\\1", gsub("-", "\\-", gsub("\\", "\\e", text, fixed = TRUE),
  fixed = TRUE))
}

manual_lines <- function() {
  commands <- rooms_of("command")
  all <- list()
  for (name in commands) all <- c(all, room_of("command", name)$options())
  all <- c(all, general_options())
  all <- all[!duplicated(names(all))]
  groups <- vapply(all, function(option) if (is.null(option$group)) "Other options" else option$group, "")
  entry <- function(head, text) c(".TP", paste0(".B ", roff_text(head)), roff_text(text))
  c(
    sprintf(".TH IDLE\\-LEDGER 1 \"\" \"idleledger %s\" \"Idle Ledger\"", package_version_text()), ".SH NAME",
    "idle\\-ledger \\- grouped and windowed statements that tie out to their entries", ".SH SYNOPSIS",
    ".B idle\\-ledger", ".I COMMAND FILE", "[options]", ".SH COMMANDS",
    unlist(lapply(commands, function(name) {
      entry(name, paste0(room_of("command", name)$words,
      ". Example: idle-ledger ", room_of("command", name)$example))
    })),
    unlist(lapply(unique(groups), function(group) {
      c(
      paste(".SH", toupper(group)),
      unlist(lapply(names(all)[groups == group], function(name) {
        entry(paste0("--", name, " ", all[[name]]$takes),
        option_words(all[[name]]))
      }))
    )
    })),
    ".SH FILES", roff_text(strsplit(help_topics$files, "\n")[[1]]), ".SH EXIT STATUS",
    "0 when all is well, 1 when figures differ, 2 for wrong usage or input, 130 when stopped."
  )
}
