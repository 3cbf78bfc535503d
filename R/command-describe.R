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
    say_brief(page)
    print_notes(page$notes)
    wanting <- values_wanting(page)
    if (length(wanting)) say_quiet(sprintf("To be given: %s", both(sprintf("--given %s=...", wanting))))
    0L
  }
)
