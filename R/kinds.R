# The kinds that a column can have, and the words for them.

kind_sets <- list(
  number = c("logical", "integer", "double", "integer64"),
  text = c("text", "factor"),
  moment = c("date", "time"),
  logical = "logical",
  date = c("date", "time"),
  constant = c("logical", "integer", "double", "text"),
  ordered = c("logical", "integer", "double", "integer64", "text", "factor", "date", "time"),
  any = c("logical", "integer", "double", "integer64", "text", "factor", "date", "time")
)

kind_words <- c(
  logical = "yes/no", integer = "whole number", double = "number", integer64 = "64-bit whole number",
  text = "text", factor = "choice", date = "date", time = "date and time", empty = "nothing filled in",
  any = "not known yet"
)

kind_of <- function(x) {
  if (!is.object(x)) return(switch(typeof(x),
    logical = if (length(x) == 0 || all_missing(x)) "empty" else "logical",
    integer = "integer", double = "double", character = "text", NA_character_
  ))
  if (inherits(x, "idle_text")) return("text")
  if (inherits(x, "integer64")) return("integer64")
  if (inherits(x, "Date")) return("date")
  if (inherits(x, "POSIXct")) return("time")
  if (is.factor(x)) "factor" else NA_character_
}

all_missing <- function(x) {
  is.na(x[1]) && is.na(x[length(x)]) && all(is.na(x))
}

kind_fits <- function(kind, set) {
  kind %in% c("any", "empty") || kind %in% kind_sets[[set]]
}

kind_name <- function(kind) unname(kind_words[kind])

# As it stands in a sentence: `toll` is a number.
a_kind <- function(kind) {
  sub("^(whole number|number|64-bit whole number|choice|date|date and time)$", "a \\1", kind_name(kind))
}

# What a set of kinds is called when something else came.
set_words <- c(
  number = "a number", text = "text", moment = "a date or a time", logical = "a condition",
  date = "a date", constant = "one value", ordered = "something with an order", any = "a value"
)

# The kind of a common result: of a branch and its alternatives, say.
common_kind <- function(kinds) {
  kinds <- setdiff(unique(kinds), c("empty", "any"))
  if (length(kinds) == 0) return("empty")
  if (length(kinds) == 1) return(kinds)
  if (all(kinds %in% c("logical", "integer", "double"))) return("double")
  if (all(kinds %in% c("logical", "integer", "integer64"))) return("integer64")
  if (all(kinds %in% kind_sets$number)) return("double")
  if (all(kinds %in% kind_sets$text)) return("text")
  NA_character_
}

# Plus and minus also move dates by days, and give the days between two dates.
is_moment <- function(kind) kind %in% kind_sets$moment

is_moment_vector <- function(x) is.object(x) && inherits(x, c("Date", "POSIXct"))

is_plain_double <- function(x) is.double(x) && !is.object(x)

is_number_column <- function(x) kind_of(x) %in% c("integer", "double")

kind_family <- function(kind) {
  for (family in c("number", "text", "moment")) {
    if (kind %in% kind_sets[[family]]) return(c(number = "numbers", text = "texts", moment = "dates")[[family]])
  }
  ""
}
