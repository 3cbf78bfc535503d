# locale: the language whose alphabet sorts text. Without it text is sorted by code point, which is
# the same on every machine.

room("locale", "section",
  place = 0, read = read_words,
  option = list(takes = "LANGUAGE", does = "the language whose alphabet sorts text", example = "sv"),
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
  aside = NULL,
  owes = function(drawn, checked) list()
)

# Gives a text column's pool the order of the page's language.
in_language <- function(x, locale) {
  if (is.null(locale) || !is_text_vector(x)) return(x)
  pool <- attr(x, "pool")
  if (!identical(pool$language, locale)) {
    pool$rank <- language_ranks(pool$texts, locale)
    pool$language <- locale
  }
  x
}

restore_collation <- function(before) {
  tryCatch(icuSetCollate(locale = before), error = function(e) icuSetCollate(locale = "default"))
}

# Places from 0; texts that the language holds equal are told apart by code point.
language_ranks <- function(texts, language) {
  before <- icuGetCollate()
  on.exit(restore_collation(before))
  icuSetCollate(locale = language)
  order(order(xtfrm(texts), core_rank_texts(texts))) - 1L
}
