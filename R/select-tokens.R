# The words of a query in the standard's language, each with its place in the text.

# A list of `kind` (word, name, text, number, sign, end), `text` and `at`, the place of its first character.
tokens_of <- function(text) {
  check_terms_of_text(text)
  if (!nzchar(text)) return(list(list(kind = "end", text = "", at = 1)))
  bytes <- charToRaw(enc2utf8(text))
  hits <- gregexpr(token_pattern, text, perl = TRUE, useBytes = TRUE)[[1]]
  from <- as.integer(hits)
  size <- attr(hits, "match.length")
  upto <- c(if (from[1] > 0) from + size)
  broken <- which(c(1L, upto) != c(if (from[1] > 0) from, length(bytes) + 1L))
  if (length(broken)) stop_unread(text, bytes, c(1L, upto)[broken[1]])
  kind <- token_kinds[max.col(attr(hits, "capture.start") > 0, "first")]
  pieces <- vapply(seq_along(from), function(k) rawToChar(bytes[from[k] + seq_len(size[k]) - 1L]), "")
  Encoding(pieces) <- "UTF-8"
  at <- 1 + cumsum(c(0, nchar(pieces)))
  own <- which(kind != "space")
  c(Map(function(kind, text, at) list(kind = kind, text = text, at = at), kind[own], unname(pieces[own]), at[own]) |>
    unname(), list(list(kind = "end", text = "", at = at[length(at)])))
}

# By bytes, since R would count the signs before each match anew; a byte of several is one of a word.
token_kinds <- c("space", "number", "word", "name", "text", "sign")
token_pattern <- paste0(
  "(?<space>[ \\t\\r\\n\\f\\v]+|--[^\n]*|/[*](?:[^*]|[*](?!/))*+[*]/)|",
  "(?<number>(?:[0-9]+[.]?[0-9]*|[.][0-9]+)(?:[eE][-+]?[0-9]+)?)|",
  "(?<word>[A-Za-z_\\x80-\\xff][A-Za-z0-9_$\\x80-\\xff]*)|(?<name>\"(?:[^\"]|\"\")++\")|(?<text>'(?:[^']|'')*+')|",
  "(?<sign><>|!=|<=|>=|\\|\\||::|[-+*/%(),.;=<>\\[\\]])"
)

stop_unread <- function(text, bytes, from) {
  before <- if (from > 1) rawToChar(bytes[seq_len(from - 1)]) else ""
  Encoding(before) <- "UTF-8"
  rest <- substring(text, nchar(before) + 1)
  stop_at(text, nchar(before) + 1, sprintf("%s cannot be read", value_text(substr(rest, 1, 1))),
    if (grepl("^['\"]", rest)) "A quote is opened here and never closed.")
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
