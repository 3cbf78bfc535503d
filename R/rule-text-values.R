# Numbers and dates that stand as text, so that they sort and compare as text, and are no figures.

room("as_text", "rule", place = 11, of_ledger = NULL, of_page = NULL,
  words = "columns of text whose values are numbers or dates, which sort, compare and rank as text does",
  example = quote(brief(transform(demo_table("dues"), band = paste(5 * ceiling(tonnes / 5))), lines = band,
    figures = c(dues = sum(due)))),
  twin = quote(brief(transform(demo_table("dues"), band = 5 * ceiling(tonnes / 5)), lines = band,
    figures = c(dues = sum(due)))),
  of_values = function(seen) {
    lapply(columns_of_text(seen, setdiff(seen$used, seen$converted)), function(name) {
      if (seen$kind(name) == "factor" && has_levels_in_order(seen$column(name))) return(NULL)
      texts <- seen$texts(name)
      known <- texts$text != "" & !stands_for_nothing(texts$text)
      if (sum(known) >= 3) in_writing(seen, name, texts$text[known], texts$n[known])
    })
  }
)

# Levels that stand in the order of the numbers that they say.
has_levels_in_order <- function(x) {
  numbers <- suppressWarnings(as.double(levels(x)))
  !anyNA(numbers) && !is.unsorted(numbers)
}

# Codes are no numbers: those with leading zeros, and those that are all of one length.
in_writing <- function(seen, name, texts, n) {
  number <- is_number_text(texts)
  way <- date_way(texts)
  mostly <- function(is) sum(n[is]) >= 0.9 * sum(n)
  if (mostly(!is.na(way)) && !all(way %in% "eight figures")) return(dates_in_writing(seen, name, texts, n, way))
  if (mostly(number) && !any(grepl("^0[0-9]", texts)) && !all(grepl("^[0-9]+$",
    texts) & nchar(texts) == nchar(texts[1]))) {
    return(numbers_in_writing(seen, name, texts, n, number))
  }
}

numbers_in_writing <- function(seen, name, texts, n, number) {
  plain <- all(grepl("^-?[0-9]+([.][0-9]+)?$", texts[number]))
  odd <- texts[!number]
  a_finding(sprintf(
    "Text: the values of `%s` are numbers written as text%s, so \"10\" comes before \"9\"%s.", name,
    if (length(odd)) sprintf(" but for %s, such as %s", count_of(sum(n[!number]), "value"), value_text(odd[1])) else "",
    if (plain) sprintf("; as_number(%s) makes numbers of them", name_text(name)) else sprintf(
      "; the first that no number can be made of as it stands is %s", value_text(
        c(texts[number & !grepl("^-?[0-9]+([.][0-9]+)?$", texts)], texts)[1]
      ))
  ), name, repair = if (plain && length(odd) == 0) a_repair("columns", call("as_number", as.name(name)), name = name))
}

dates_in_writing <- function(seen, name, texts, n, way) {
  ways <- names(sort(-tapply(n[!is.na(way)], way[!is.na(way)], sum)))
  iso <- all(grepl("^[0-9]{4}-[0-9]{2}-[0-9]{2}$", texts))
  if (iso) return(NULL)
  a_finding(sprintf(
    "Text: the values of `%s` are dates written as text, such as %s (%s), which sort and compare as text.", name,
    both(vapply(ways, function(one) value_text(texts[way %in% one][1]), "")), both(ways)
  ), name)
}
