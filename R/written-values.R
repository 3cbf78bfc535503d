# Texts that are something else in writing: numbers, dates, names of months and days, marks of what is not known.

# Numbers as people write them: with thousands parted, a currency, a percent sign; one sign, or brackets, for less than
# zero.
is_number_text <- remembering(function(texts) {
  money <- "([$\u20ac\u00a3\u00a5]|[A-Z]{2,3}\\$?)?"
  number <- "([0-9]{1,3}([ ,.'\u2019][0-9]{3})+|[0-9]+)?([.,][0-9]+)?([eE][-+]?[0-9]+)?"
  pattern <- sprintf("^[(]?[-+\u2212]?\\s*%s\\s*[-+]?%s\\s*(%%|%s)[)]?-?$", money, number, money)
  in_unicode(function(x) {
    marks <- gsub("[^-+\u2212()]", "", gsub("[eE][-+]", "", x))
    grepl(pattern, x, perl = TRUE) & grepl("[0-9]", x) & marks %in% c("", "-", "+", "\u2212", "()")
  })(squeezed(texts))
})

month_stems <- tolower(month.abb)
month_words <- tolower(month.name)
day_stems <- c("mon", "tue", "wed", "thu", "fri", "sat", "sun")
day_words <- c("monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday")

# The place of a name among those of months or days, written in full or by its first letters.
named_place <- function(texts, stems, words) {
  texts <- sub("[.]$", "", small_letters(squeezed(texts)))
  texts <- sub("^(sept)$", "sep", sub("^(tues|tu)$", "tue", sub("^(thur|thurs)$", "thu", texts)))
  place <- match(texts, words)
  ifelse(is.na(place), match(texts, stems), place)
}

# Of texts in small letters.
date_patterns <- c(
  "year first" = "^[0-9]{4}[-/. ][0-9]{1,2}[-/. ][0-9]{1,2}([t ].*)?$",
  "year last" = "^[0-9]{1,2}[-/. ][0-9]{1,2}[-/. ]([0-9]{4}|[0-9]{2})([t ].*)?$",
  "the month as a word" = paste0(
    "^([0-9]{1,2}[-. ]*(", paste(month_stems, collapse = "|"), ")[a-z]*[-., ]+[0-9]{2,4}|(",
    paste(month_stems, collapse = "|"), ")[a-z]* [0-9]{1,2},? [0-9]{4})$"
  ),
  "eight figures" = "^(19|20)[0-9]{2}(0[1-9]|1[0-2])(0[1-9]|[12][0-9]|3[01])$"
)

# In which way each text is written as a date; missing for those that are none.
date_way <- remembering(function(texts) {
  texts <- small_letters(squeezed(texts))
  way <- rep(NA_character_, length(texts))
  for (name in names(date_patterns)) way[is.na(way) & grepl(date_patterns[[name]], texts)] <- name
  way
})

marks_of_nothing <- c("n/a", "na", "n.a.", "n.a", "#n/a", "null", "nil", "nan", "unknown", "unk", "unknwn", "-", "--",
  "---", "?", "??", "???", ".", "..", "...", "tbd", "tba", "tbc", "missing", "not available", "not applicable",
  "not known", "no data", "nodata", "undefined", "#ref!", "#div/0!", "#value!", "#name?", "#num!", "#null!", "(blank)",
  "blank", "(null)", "(none)", "<na>", "\\n", "not given", "not stated", "unspecified", "n/k", "n.k.", "*", "xxx",
    "\u2013",
  "\u2014")

stands_for_nothing <- function(texts) small_letters(squeezed(texts)) %in% marks_of_nothing

# Words by which a line of totals goes.
is_total_word <- remembering(function(texts) {
  pattern <- paste0(
    "^(grand |over-?all |sub-?|sub )?total(s)?( .*|:.*)?$|^.+ (sub-?)?total(s)?:?$|",
    "^(sum|overall|all|gesamt|summe):?$"
  )
  grepl(pattern, small_letters(squeezed(texts)))
})
