# The words of a query in the standard's language, each with its place in the text.

# A list of `kind` (word, name, text, number, sign, end), `text` and `at`, the place of its first character.
tokens_of <- function(text) {
  kinds <- c(
    space = "\\s+|--[^\n]*|/[*](?:[^*]|[*](?!/))*[*]/", number = "(?:[0-9]+[.]?[0-9]*|[.][0-9]+)(?:[eE][-+]?[0-9]+)?",
    word = "[A-Za-z_\u0080-\U0010ffff][A-Za-z0-9_$\u0080-\U0010ffff]*", name = "\"(?:[^\"]|\"\")+\"",
    text = "'(?:[^']|'')*'", sign = "<>|!=|<=|>=|\\|\\||::|[-+*/%(),.;=<>\\[\\]]"
  )
  all <- sprintf("^(?:%s)", paste(sprintf("(?<%s>%s)", names(kinds), kinds), collapse = "|"))
  found <- list()
  at <- 1
  rest <- text
  while (nzchar(rest)) {
    hit <- regexpr(all, rest, perl = TRUE)
    if (hit < 0) stop_at(text, at, sprintf("%s cannot be read", value_text(substr(rest, 1, 1))),
      if (grepl("^['\"]", rest)) "A quote is opened here and never closed.")
    kind <- names(kinds)[attr(hit, "capture.start") > 0]
    piece <- substr(rest, 1, attr(hit, "match.length"))
    if (kind != "space") found <- c(found, list(list(kind = kind, text = piece, at = at)))
    at <- at + nchar(piece)
    rest <- substring(rest, nchar(piece) + 1)
  }
  c(found, list(list(kind = "end", text = "", at = at)))
}

# Line and column of a place, with the line itself.
stop_at <- function(text, at, what, hint = NULL, class = "no_parse") {
  before <- strsplit(substr(text, 1, at - 1), "\n", fixed = TRUE)[[1]]
  if (endsWith(substr(text, 1, at - 1), "\n") || at == 1) before <- c(before, "")
  line <- max(1, length(before))
  column <- nchar(before[line]) + 1
  whole <- strsplit(text, "\n", fixed = TRUE)[[1]][line]
  stop_idle(class, sprintf("In the query, line %d, column %d: %s.", line, column, what), c(
    if (!is.na(whole) && nzchar(trimws(whole))) sprintf("The line is: %s", shortened(trimws(whole), 120)), hint
  ), line = line, column = column)
}

# The words in hand: `p` is an environment with the tokens and the place reached, and the readers of what may stand
# inside of an expression: a query, a window, a sort.
new_reading <- function(text, query, over, sort) {
  p <- new.env(parent = emptyenv())
  p$text <- text
  p$tokens <- tokens_of(text)
  p$i <- 1
  p$depth <- 0
  p$query <- query
  p$over <- over
  p$sort <- sort
  p
}

token <- function(p, ahead = 0) p$tokens[[min(p$i + ahead, length(p$tokens))]]

step_on <- function(p) {
  here <- token(p)
  p$i <- p$i + 1
  here
}

# Whether the next words are these.
next_is <- function(p, ...) {
  words <- c(...)
  all(vapply(seq_along(words), function(k) {
    here <- token(p, k - 1)
    here$kind %in% c("word", "sign") && toupper(here$text) == words[k]
  }, TRUE))
}

# Takes the next words if they are these.
took <- function(p, ...) {
  if (!next_is(p, ...)) return(FALSE)
  p$i <- p$i + length(c(...))
  TRUE
}

need <- function(p, word, where) {
  if (!took(p, word)) stop_here(p, sprintf("%s is needed %s", word, where))
}

stop_here <- function(p, what, hint = NULL) {
  here <- token(p)
  found <- if (here$kind == "end") "the query ends" else sprintf("there is %s", value_text(here$text))
  stop_at(p$text, here$at, sprintf("%s, and %s", what, found), hint)
}

reserved_words <- c(
  "SELECT", "FROM", "WHERE", "GROUP", "BY", "HAVING", "ORDER", "UNION", "ALL", "DISTINCT", "JOIN", "INNER", "LEFT",
  "RIGHT", "FULL", "CROSS", "NATURAL", "OUTER", "ON", "USING", "AS", "AND", "OR", "NOT", "CASE", "WHEN", "THEN", "ELSE",
  "END", "IN", "IS", "NULL", "LIKE", "BETWEEN", "EXISTS", "FETCH", "OFFSET", "LIMIT", "WINDOW", "WITH", "OVER",
  "FILTER", "WITHIN", "INTERSECT", "EXCEPT", "TRUE", "FALSE", "FOR", "ESCAPE", "VALUES"
)

# A name, or nothing where the next word is none.
name_if_any <- function(p) {
  here <- token(p)
  if (here$kind == "name") {
    p$i <- p$i + 1
    return(list(name = gsub("\"\"", "\"", substr(here$text, 2, nchar(here$text) - 1)), quoted = TRUE, at = here$at))
  }
  if (here$kind != "word" || toupper(here$text) %in% reserved_words) return(NULL)
  p$i <- p$i + 1
  list(name = here$text, quoted = FALSE, at = here$at)
}

a_name <- function(p, where) {
  found <- name_if_any(p)
  if (is.null(found)) stop_here(p, sprintf("a name is needed %s", where))
  found
}

# Parts with commas between them.
each_of <- function(p, read) {
  found <- list(read(p))
  while (took(p, ",")) found <- c(found, list(read(p)))
  found
}
