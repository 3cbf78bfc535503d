# Currencies or units that are mixed in a total: a column says which, and the page adds them up.

room("units", "rule", place = 18, of_ledger = NULL, of_values = NULL,
  words = "a total or a mean over several currencies or units, where a column says which each entry has",
  example = quote(brief(transform(demo_table("dues"), currency = ifelse(wharf == "Brook", "EUR", "GBP")), lines = goods,
    figures = c(dues = sum(due)))),
  twin = quote(brief(transform(demo_table("dues"), currency = ifelse(wharf == "Brook", "EUR", "GBP")),
    lines = c(currency, goods), figures = c(dues = sum(due)))),
  of_page = function(drawn) {
    seen <- values_of_page(drawn)
    if (is.null(seen) || drawn$lines$grain != "lines" || length(measures_of(drawn)) == 0) return(NULL)
    read <- columns_used(drawn)
    lapply(columns_of_text(seen), function(name) {
      texts <- seen$texts(name)$text
      if (length(texts) < 2 || !says_units(name, texts) || name %in% read) return(NULL)
      if (!is_footed(drawn$lines) && divides_by(drawn, name)) return(NULL)
      rarer <- texts[which.min(seen$texts(name)$n)]
      a_finding(sprintf(
        "Units: %s %s over entries of different %s: %s; make it a key of the lines, or say `only` one.",
        both(tick(measures_of(drawn))), if (length(measures_of(drawn)) == 1) "goes" else "go", name,
        listing(vapply(texts, value_text, ""))
      ), name, rows_of_texts(seen, name, setdiff(texts, texts[which.max(seen$texts(name)$n)])),
      repair = a_repair("lines", as.name(name)))
    })
  }
)

currency_marks <- c("eur", "usd", "gbp", "chf", "jpy", "sek", "nok", "dkk", "pln", "czk", "huf", "cad", "aud", "nzd",
  "cny", "inr", "brl", "zar", "mxn", "try", "krw", "sgd", "hkd", "\u20ac", "$", "\u00a3", "\u00a5", "us$", "pence",
  "cents", "pounds", "euros", "dollars", "euro", "pound", "dollar")
unit_marks <- c("kg", "g", "mg", "t", "tonne", "tonnes", "ton", "tons", "lb", "lbs", "oz", "cwt", "km", "m", "cm", "mm",
  "mi", "mile", "miles", "ft", "in", "yd", "l", "ml", "cl", "hl", "gal", "gallon", "gallons", "litre", "litres",
    "liter",
  "liters", "h", "hr", "hrs", "hour", "hours", "min", "mins", "minute", "minutes", "s", "sec", "day", "days", "week",
  "weeks", "piece", "pieces", "pcs", "box", "boxes", "dozen", "each", "ea", "pallet", "pallets", "kwh", "mwh", "c", "f",
  "celsius", "fahrenheit", "kilogram", "kilograms", "gram", "grams", "metre", "metres", "kilometre", "kilometres")

# Whether a column says in what its amounts are: all its values are marks of currencies, or of units.
says_units <- function(name, texts) {
  switch(kind_of_marks(texts), currencies = , words = TRUE, short =
    grepl("(^|_)(units?|uom|measure|per)(_|$)", small_letters(name)), FALSE)
}

kind_of_marks <- remembering(function(texts) {
  marks <- small_letters(squeezed(texts))
  if (all(marks %in% currency_marks)) return("currencies")
  if (!all(marks %in% unit_marks)) return("none")
  if (all(nchar(marks) > 1)) "words" else "short"
})

# The figures of a page that add up or average numbers.
measures_of <- function(drawn) {
  unique(unlist(each_figure_call(drawn, function(figure, node) if (is_measure(node)) figure$name)))
}

# A total, an average or an end of numbers.
is_measure <- function(node) {
  x <- node$args$x
  numbers <- !is.null(x) && x$kind %in% c("integer", "double", "integer64")
  numbers && (is_total(node) || is_average(node) || !is.null(room_of("figure", node$fn)$farther))
}

# Whether each line has one value of a column.
divides_by <- function(drawn, name) {
  column <- entry_column(drawn$entries, name)
  both <- core_group(list(entry_groups(drawn$lines), column), drawn$entries$n)
  core_group_facts(both)$size == core_group_facts(drawn$lines$groups)$size
}
