# describe: a brief in words, and the call of R that makes it.

room("describe", "command", place = 10,
  words = "a brief in words, without drawing it up",
  options = function() {
    c(brief_options(), list(call = list(does = "the call of R that makes it instead",
    group = "What comes out")))
  },
  example = "describe receipts.brief.yaml",
  run = function(options, files) {
    page <- brief_of_options(options, files)
    if (isTRUE(options$call)) {
      print(as_call(page))
      return(0L)
    }
    say_title(page_title(page))
    for (line in c(sprintf("From %s (%s)", name_of(page$source), said_of(page$source)), brief_words(page))) {
      say(trimws(line), indent = 2, exdent = 4)
    }
    print_notes(page$notes)
    wanting <- values_wanting(page)
    if (length(wanting)) say_quiet(sprintf("To be given: %s", both(sprintf("--given %s=...", wanting))))
    0L
  }
)
