# Where the words of a brief have their places.

word_kinds <- c(
  row = "Row by row: in columns, conditions, keys and inside figures",
  figure = "Figures: in `figures`; with per = beside rows",
  window = "Windows: in `beside` and `columns`", preparation = "Preparations: in `prepare`",
  format = "Formats: in `layout`", chart = "Charts: in `chart`, and in chart()",
  special = "Words for particular places",
  elsewhere = "Words of SQL and base R, and what says the same here"
)

special_words <- c(
  `falling(x)` = "largest first, in any order", `rising(x)` = "smallest first, which is the rule",
  `whole()` = "one line or group for all: lines = whole(), per = whole()",
  `parent()` = "the subtotal above a line: share(x, per = parent())",
  `entered()` = "the order in which the rows stand: along = entered()",
  `crossed(a, b)` = "lines for every combination of keys",
  `unbroken(date, "day", from = , to = )` = "a key of `lines` that has a line for every day, also without entries",
  `part(0.1)` = "a part of the lines or entries, in top(), bottom() and sample_of()",
  `given(name)` = "a value that is supplied later: supply()",
  `rollup(a, b)` = "subtotals by each key in turn, and a total", `cube(a, b)` = "subtotals by every set of keys",
  `sets(c(a, b), whole())` = "subtotals by the sets named",
  `columns_of(key, totals = )` = "a key abreast, with edge totals",
  `top(n, x, per = , others = )` = "the n lines with the largest x, in `show`; part(0.2) for a fifth of them",
  `bottom(n, x)` = "the n lines with the smallest x", `totals(x = , condition)` = "a control total of some lines",
  `hide(x)` = "leaves a column out of the layout", `rest()` = "all columns that the layout does not name",
  `days(n), weeks(n), months(n), quarters(n), years(n)` = "spans of the calendar"
)

# What a word is that stands in another place of a brief; NULL for none.
place_of_word <- function(name) {
  calls <- strsplit(names(special_words), ", (?=[a-z]+[(])", perl = TRUE)
  special <- which(vapply(calls, function(call) name %in% sub("[(].*", "", call), TRUE))
  if (length(special)) return(sprintf(
    "`%s` is for another place: %s.", names(special_words)[special[1]], special_words[[special[1]]]
  ))
  kinds <- c("preparation", "format", "chart")
  of <- word_kinds[kinds[vapply(kinds, function(kind) name %in% listed_rooms(kind), TRUE)]]
  if (length(of)) sprintf("It is among the %s%s.", tolower(substr(of[[1]], 1, 1)), substring(of[[1]], 2))
}
