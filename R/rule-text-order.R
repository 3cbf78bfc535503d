# Orders that are those of text where another is meant: "Apr" before "Feb", "Week 10" before "Week 9".

room("text_order", "rule", place = 33, of_ledger = NULL, of_values = NULL,
  words = "lines or windows in the order of text where their texts have another: names of months and days, numbers with
    words (\"Week 10\" before \"Week 9\"), days before months",
  example = quote(brief(transform(demo_table("dues"), month = month.abb[as.integer(format(paid_on, "%m"))]),
    lines = month, figures = c(dues = sum(due)))),
  twin = quote(brief(transform(demo_table("dues"), month = factor(month.abb[as.integer(format(paid_on, "%m"))],
    month.abb)), lines = month, figures = c(dues = sum(due)))),
  of_page = function(drawn) {
    c(lapply(text_sorts_of_lines(drawn), function(name) said_text_order(drawn, name)), lapply(windows_of(drawn),
      text_order_of_window))
  }
)

# The keys by which the lines stand in the order of text.
text_sorts_of_lines <- function(drawn) {
  if (drawn$lines$grain != "lines") return(NULL)
  sorts <- drawn$brief$checked$order
  if (is.null(sorts)) return(drawn$lines$keys)
  unlist(lapply(sorts, function(sort) if (sort$node$type == "column") sort$node$name))
}

said_text_order <- function(drawn, name) {
  rows <- own_lines(drawn$lines)
  x <- drawn$lines$columns[[name]]
  if (!is_text_vector(x) || length(rows) > 1e5) return(NULL)
  texts <- unique(plain_vector(pick_rows(x, rows)))
  what <- order_meant(texts)
  if (is.null(what) || is_settled_before(drawn, name, rows)) return(NULL)
  a_finding(sprintf(
    "Order: the lines stand by `%s` in the order of text, and %s; %s.", name, what$said, what$mend
  ), name, weight = what$part)
}

# Whether the keys by which the lines stand first leave but one text of this one each.
is_settled_before <- function(drawn, name, rows) {
  sorts <- text_sorts_of_lines(drawn)
  first <- sorts[seq_len(match(name, sorts) - 1)]
  if (length(first) == 0) return(FALSE)
  groups <- function(names) {
    length(core_group_facts(core_group(unname(lapply(drawn$lines$columns[names], pick_rows, rows = rows)),
      length(rows)))$size)
  }
  groups(first) == groups(c(first, name))
}

text_order_of_window <- function(one) {
  for (sort in one$node$along) {
    x <- if (sort$node$type == "column") one$table$column(sort$node$name)
    if (!is_text_vector(x)) next
    what <- order_meant(unique(plain_vector(x)))
    if (!is.null(what)) return(a_finding(sprintf(
      "Order: `%s` goes along `%s` in the order of text, and %s; %s.", one$name, sort$node$name, what$said, what$mend
    ), c(one$name, sort$node$name), weight = 1))
  }
}

# What else texts are in order by than by their letters: list(said, mend, part); NULL if nothing.
order_meant <- remembering(function(texts) {
  texts <- texts[!is.na(texts) & texts != "" & !grepl(no_characters, texts, useBytes = TRUE)]
  texts <- sort(texts, method = "radix")
  if (length(texts) < 2) return(NULL)
  places <- places_meant(texts)
  if (is.null(places)) return(NULL)
  back <- which(diff(places$place) < 0)
  if (length(back) == 0) return(NULL)
  list(
    said = sprintf("%s comes before %s", value_text(texts[back[1]]), value_text(texts[back[1] + 1])),
    mend = places$mend, part = length(back) / length(texts)
  )
})

places_meant <- function(texts) {
  months <- named_place(texts, month_stems, month_words)
  if (!anyNA(months)) return(list(place = months, mend = "order by the number of the month, or by a date"))
  days <- named_place(texts, day_stems, day_words)
  if (!anyNA(days)) return(list(place = days, mend = "order by weekday() of the date"))
  if (all(grepl("[0-9]", texts))) return(numbers_meant(texts))
  scale <- place_on_scale(texts)
  if (!is.null(scale)) levels_meant(scale)
}

levels_meant <- function(place) list(place = place, mend = "make a choice of it whose levels stand in order")

numbers_meant <- function(texts) {
  way <- date_way(texts)
  if (all(way %in% "year last") && length(texts) > 2) return(list(place = last_year_place(texts),
    mend = "make dates of them"))
  dated <- month_and_year(texts)
  if (!anyNA(dated)) return(list(place = dated, mend = "order by a date, such as start_of(date, \"month\")"))
  scale <- place_on_scale(texts)
  if (!is.null(scale)) return(levels_meant(scale))
  numbered <- number_within(texts)
  if (!is.null(numbered)) list(place = numbered, mend = "order by the number in it")
}

scales <- list(
  c("very low", "low", "medium", "high", "very high"), c("low", "mid", "high"), c("low", "middle", "high"),
  c("low", "normal", "high"), c("tiny", "small", "medium", "large", "huge"), c("xxs", "xs", "s", "m", "l", "xl", "xxl"),
  c("none", "few", "some", "many"), c("never", "rarely", "sometimes", "often", "always"), c("first", "second", "third",
    "fourth", "fifth"), c("poor", "fair", "good", "very good", "excellent"), c("young", "middle", "old"),
  c("morning", "afternoon", "evening", "night")
)

# Words of one scale, or ranges of numbers ("0-5", "5-10", "50+"): their places; NULL for others.
place_on_scale <- function(texts) {
  low <- small_letters(squeezed(texts))
  for (scale in scales) if (length(texts) > 2 && all(low %in% scale)) return(match(low, scale))
  ranges <- grepl("^([<>]=?|under |over |up to |from )?[0-9]+([.][0-9]+)?( ?(-|to|\u2013) ?[0-9]+([.][0-9]+)?|[+])?$",
    low)
  if (!all(ranges) || !any(grepl("[0-9]( ?(-|to|\u2013) ?)[0-9]", low))) return(NULL)
  start <- as.numeric(sub("^[^0-9]*([0-9.]+).*$", "\\1", low))
  rank_of_rows(list(start - 0.5 * grepl("^(<|under|up)", low) + 0.5 * grepl("^(>|over)|[+]$", low)))
}

# Dates with the year last: by year first; whether day or month comes second is not known, and either is tried.
last_year_place <- function(texts) {
  parts <- lapply(strsplit(texts, "[^0-9]+"), as.integer)
  year <- vapply(parts, function(p) p[3], 1L)
  first <- vapply(parts, function(p) p[1], 1L)
  second <- vapply(parts, function(p) p[2], 1L)
  by <- if (any(first > 12)) list(year, second, first) else list(year, first, second)
  rank_of_rows(by)
}

rank_of_rows <- function(columns) {
  order <- do.call(order, columns)
  place <- integer(length(order))
  place[order] <- seq_along(order)
  place
}

# "Jan 2025", "03/2025", "Q1 2025", "Q1-25": the year and then the part.
month_and_year <- function(texts) {
  low <- small_letters(squeezed(texts))
  year <- suppressWarnings(as.integer(sub(".*?((19|20)?[0-9]{2})$", "\\1", low, perl = TRUE)))
  word <- sub("[-/' .]*(19|20)?[0-9]{2}$", "", low)
  month <- named_place(word, month_stems, month_words)
  quarter <- suppressWarnings(as.integer(sub("^q(tr)?[ .]?([1-4])$", "\\2", word)))
  number <- suppressWarnings(as.integer(ifelse(grepl("^(0?[1-9]|1[0-2])[-/. ](19|20)[0-9]{2}$", low), sub("[-/. ].*",
    "",
    low), NA)))
  month <- ifelse(is.na(month), number, month)
  part <- ifelse(is.na(month), ifelse(grepl("^q(tr)?[ .]?[1-4]$", word), quarter, NA), month)
  if (anyNA(part) || anyNA(year)) return(NA)
  rank_of_rows(list(year, part))
}

# The same words around a number in all of them, "Week 10": by the number.
number_within <- function(texts) {
  if (!all(grepl("[A-Za-z ]", texts))) return(NULL)
  around <- unique(gsub("[0-9]+", "#", texts))
  if (length(around) != 1 || length(gregexpr("#", around)[[1]]) != 1 || !grepl("#", around)) return(NULL)
  number <- as.numeric(gsub("[^0-9]", "", texts))
  if (any(grepl("(^|[^0-9])0[0-9]", texts))) NULL else number
}
