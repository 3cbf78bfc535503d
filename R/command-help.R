# help: how the program is called, a command, or what a word means.

room("help", "command", place = 20,
  words = "this page; with a topic, that of a command, a section, a function, files or values",
  options = function() list(), example = "help rolling",
  run = function(options, files) {
    if (length(files) == 0) cat(general_help()) else for (topic in files) cat(topic_help(topic))
    0L
  }
)

topic_help <- function(topic) {
  if (has_room("command", topic)) {
    command <- room_of("command", topic)
    return(command_help(command, c(command$options(), general_options())))
  }
  if (has_room("section", topic)) {
    option <- room_of("section", topic)$option
    return(sprintf("Section `%s`: %s.\n  --%s %s\n", topic, option_words(option), topic, option$takes))
  }
  table <- words()
  found <- table[grepl(sprintf("(^|[ ,])\\Q%s\\E([(]|$)", topic), table$call, perl = TRUE) | table$call == topic, ]
  if (nrow(found)) return(paste0(sprintf("%s\n    %s\n", found$call, found$words), collapse = ""))
  if (!is.null(help_topics[[topic]])) return(paste0(help_topics[[topic]], "\n"))
  stop_idle(
    "bad_argument", sprintf("There is no help on `%s`.", topic),
    meant(topic, c(rooms_of("command"), section_names(), names(help_topics), sub("[(].*", "", table$call)), "topics")
  )
}

help_topics <- list(
  files = paste(
    "A file is read whole, and every cell is in the ledger as it stands there, or the reader says which is not.",
    "Empty cells are missing; so is NA in columns of numbers, dates and times. Numbers are digits with a sign,",
    "a point and an exponent; dates are yyyy-mm-dd. What does not fit keeps a column text, and look says how to",
    "read it: --kinds, --missing, --locale. Patterns ('tolls-*.csv', in quotes) and folders are one ledger of",
    "many files of one shape. - is standard input. A table of --source is read as the same options say, with its",
    "name in front: --kinds 'targets: lock = text', --encoding targets:latin1.", sep = "\n"
  ),
  values = paste(
    "--given month=2025-03 supplies given(month): a number, a date (yyyy-mm-dd, or yyyy-mm for its first day),",
    "yes or no where it reads as one, else text. A brief's file may say the kind, and a default.", sep = "\n"
  )
)
