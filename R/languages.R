# The order that a language gives to text.

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
