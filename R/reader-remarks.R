# How a column of texts may have been meant, with the words that read it so.

row_of_code <- function(column, code) match(code, codes_of(column))

# What the texts are called, the word that reads them, and what it makes of them.
ways_to_read <- list(
  list(words = "numbers", call = NULL, fits = function(texts) core_strict_values(texts, "number")),
  list(words = "numbers with blanks around them", call = "number()", fits = function(texts) {
    core_strict_values(without_blanks(texts), "number")
  }),
  list(words = "numbers with a decimal comma", call = "number(decimal = \",\")", fits = function(texts) {
    marked_numbers(texts, ",", ".")
  }),
  list(
    words = "numbers with a decimal comma", call = "number(decimal = \",\", grouping = \" \")",
    fits = function(texts) marked_numbers(texts, ",", " ")
  ),
  list(words = "percentages", call = "percent()", fits = function(texts) percent_numbers(texts, ".")),
  list(words = "percentages", call = "percent(decimal = \",\")", fits = function(texts) percent_numbers(texts, ",")),
  list(words = "amounts of money", call = "money()", fits = function(texts) money_numbers(texts, ".", ",")),
  list(words = "amounts of money", call = "money(decimal = \",\")",
    fits = function(texts) money_numbers(texts, ",", ".")),
  list(words = "dates", call = NULL, fits = function(texts) core_strict_values(texts, "date")),
  list(words = "times", call = NULL, fits = function(texts) core_strict_values(texts, "time"))
)

# Forms of dates and times, those with the day first before those with the month first.
forms_of_dates <- c(
  "%d/%m/%Y", "%m/%d/%Y", "%d.%m.%Y", "%d-%m-%Y", "%Y/%m/%d", "%d/%m/%y", "%m/%d/%y", "%d.%m.%y", "%d %b %Y",
    "%d-%b-%Y",
  "%d-%b-%y", "%b %d, %Y", "%d %B %Y", "%B %d, %Y"
)

forms_of_times <- c("%d/%m/%Y %H:%M", "%m/%d/%Y %H:%M", "%d.%m.%Y %H:%M", "%d/%m/%Y %H:%M:%S", "%m/%d/%Y %H:%M:%S",
  "%d.%m.%Y %H:%M:%S")

way_by_form <- function(word, form, by_form) {
  other <- if (startsWith(form, "%d/%m")) sub("%d/%m", "%m/%d", form, fixed = TRUE)
  list(
    words = paste0(word, "s"), call = sprintf("%s(\"%s\")", word, form), fits = function(texts) by_form(texts, form),
    other = sprintf("%s(\"%s\")", word, other), also = if (!is.null(other)) function(texts) by_form(texts, other)
  )
}

all_ways <- function() {
  c(
    ways_to_read, lapply(forms_of_dates, way_by_form, word = "date", by_form = dates_by_form),
    lapply(forms_of_times, way_by_form, word = "time", by_form = times_by_form)
  )
}

# Text that was meant as something else, for the most part of its different values.
kept_as_text <- function(column, label) {
  texts <- texts_of(column)
  code_na <- match("NA", texts)
  texts <- texts[nzchar(texts)]
  sample <- seeded_texts(setdiff(texts, "NA"))
  if (length(sample) > 0 && all(grepl("^[-+]?[0-9]{16,}$", sample))) return(sprintf(
    "`%s` has numbers of more digits than a number holds, such as %s, and is kept as text.", label, texts[1]
  ))
  way <- best_way(sample)
  if (!is.null(way)) return(way_note(way, column, label))
  if (!is.na(code_na)) return(sprintf(
    "`%s` has the text NA, first in row %s, which is kept; to take it as missing: %s.", label,
    big_mark(row_of_code(column, code_na)), advice_on_missing("NA")
  ))
}

# The first way that reads all texts, or else most of them.
best_way <- function(texts) {
  if (length(texts) == 0 || mean(grepl("[0-9]", texts)) < most_part(texts)) return(NULL)
  ways <- all_ways()
  good <- vapply(ways, function(way) mean(!is.na(way$fits(texts))), 1)
  at <- c(which(good == 1), which(good >= most_part(texts)))
  if (length(at)) ways[[at[1]]]
}

# One that shows why: no plain number, if there is one.
telling_text <- function(texts) {
  texts <- texts[nzchar(texts)]
  odd <- texts[core_strict_kinds(texts) == "text"]
  c(odd, texts)[1]
}

# Of very few different values, one may be a word for a missing one.
most_part <- function(texts) if (length(texts) < 5) 0.5 else 0.8

seeded_texts <- function(texts, most = 1000) {
  if (length(texts) > most) texts[seeded_sample(length(texts), most)] else texts
}

way_note <- function(way, column, label) {
  texts <- texts_of(column)
  bad <- which(is.na(way$fits(texts)) & nzchar(texts))
  rows <- match(bad, codes_of(column))
  text <- if (length(bad)) texts[bad[which.min(rows)]]
  one <- sub("s of money$", " of money", sub("s with.*", "", sub("s$", "", way$words)))
  kind <- if (is.null(way$call)) dQuote(one, FALSE) else way$call
  if (length(bad) == 0) return(sprintf(
    "`%s` is kept as text, such as %s. To read it as %s: %s%s.", label, value_text(telling_text(texts)), way$words,
    advice_on_kind(label, kind),
    if (!is.null(way$also) && !anyNA(way$also(texts[nzchar(texts)]))) sprintf(", or %s where the month comes first",
      way$other) else ""
  ))
  sprintf(
    paste(
      "`%s` is kept as text, because not all of it is %s: %s in row %s%s.",
      "To read %s as missing: %s%s."
    ),
    label, way$words, value_text(text), big_mark(min(rows)), if (length(bad) > 1) sprintf(", and %s",
      is_are(length(bad) - 1, "other text")) else "",
    if (length(bad) > 1) "such texts" else "it", advice_on_missing(text),
    if (is.null(way$call)) "" else paste0(", ", advice_on_kind(label, kind))
  )
}
