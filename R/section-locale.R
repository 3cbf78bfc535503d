# locale: the language whose alphabet sorts text. Without it text is sorted by code point, which is
# the same on every machine.

room("locale", "section",
  place = 0, read = read_words,
  option = list(takes = "LANGUAGE", does = "the language whose alphabet sorts text", example = "sv"),
  clause = clause("a language's order ...", "Text goes in the order of", function(seen) {
    list(phrase("{language}", quote(.language), spread = "language", language = blank("word", words = c(
      English = "en", German = "de", French = "fr", Spanish = "es", Swedish = "sv", Danish = "da", Polish = "pl",
      Czech = "cs", Dutch = "nl", Italian = "it", Portuguese = "pt", Finnish = "fi", Norwegian = "nb"
    ))))
  }, one = TRUE, setting = TRUE),
  check = function(items, ctx) {
    language <- check_words(items, ctx)
    if (length(language) != 1 || !grepl("^[A-Za-z]{2,3}([_-][A-Za-z0-9]+)*$", language)) {
      stop_in(ctx, "bad_argument", "the locale is one language, such as \"sv\" or \"en_GB\".")
    }
    if (!capabilities("ICU")) {
      stop_in(ctx, "bad_argument", "this R was built without ICU and knows no alphabets.", "Leave the section out.")
    }
    language
  },
  leaves = function(checked, ctx) ctx,
  work = function(drawn, checked) {
    drawn$page$locale <- checked
    drawn
  },
  words = function(checked) sprintf("Sort text as in the language \"%s\"", checked),
  in_sql = function(q, checked, brief) not_in_sql("text goes by this language's alphabet here", to_of(q, "locale")),
  aside = NULL,
  owes = function(drawn, checked) list()
)
