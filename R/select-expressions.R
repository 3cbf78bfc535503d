# Expressions of a query, as trees: each node has a `type` and where it stands (`at`).

read_expression <- function(p) {
  p$depth <- p$depth + 1
  if (p$depth > limit("most_nested")) stop_here(p, sprintf("at most %s brackets stand in each other",
    limit("most_nested")))
  found <- read_or(p)
  p$depth <- p$depth - 1
  found
}

sql_call <- function(fn, args, at, ...) list(type = "call", fn = fn, args = args, at = at, ...)

read_or <- function(p) left_to_right(p, read_and, "OR")
read_and <- function(p) left_to_right(p, read_not, "AND")

left_to_right <- function(p, read, signs) {
  found <- read(p)
  links <- 0
  repeat {
    here <- token(p)
    sign <- toupper(here$text)
    if (!here$kind %in% c("word", "sign") || !sign %in% signs) return(found)
    p$i <- p$i + 1
    links <- links + 1
    if (links > limit("most_nested")) stop_here(p, sprintf("at most %s links of %s in a row are read",
      limit("most_nested"),
      sign), "A list of values is one link: lock IN ('a', 'b').")
    found <- sql_call(sign, list(found, read(p)), here$at)
  }
}

read_not <- function(p) {
  at <- token(p)$at
  if (took(p, "NOT")) return(sql_call("NOT", list(read_not(p)), at))
  read_comparison(p)
}

read_comparison <- function(p) {
  found <- read_sum(p)
  repeat {
    here <- token(p)
    more <- compared_further(p, found, here$at)
    if (is.null(more)) return(found)
    found <- more
  }
}

compared_further <- function(p, x, at) {
  for (sign in c("=", "<>", "!=", "<=", ">=", "<", ">")) if (took(p, sign)) {
    if (next_is(p, "ALL") || next_is(p, "ANY") || next_is(p, "SOME")) stop_here(p, "ALL and ANY are not read here",
      "Compare with (SELECT max(...) ...) or (SELECT min(...) ...).")
    return(sql_call(if (sign == "!=") "<>" else sign, list(x, read_sum(p)), at))
  }
  if (took(p, "IS")) return(read_is(p, x, at))
  not <- next_is(p, "NOT") && toupper(token(p, 1)$text) %in% c("IN", "LIKE", "BETWEEN")
  if (not) p$i <- p$i + 1
  found <- if (took(p, "BETWEEN")) {
    low <- read_sum(p)
    need(p, "AND", "between the bounds of BETWEEN")
    sql_call("BETWEEN", list(x, low, read_sum(p)), at)
  } else if (took(p, "LIKE")) {
    read_pattern(p, x, at)
  } else if (took(p, "IN")) {
    read_in(p, x, at)
  }
  if (not) sql_call("NOT", list(found), at) else found
}

read_is <- function(p, x, at) {
  not <- took(p, "NOT")
  if (took(p, "DISTINCT", "FROM")) {
    found <- sql_call("IS DISTINCT FROM", list(x, read_sum(p)), at)
  } else {
    what <- toupper(token(p)$text)
    if (!what %in% c("NULL", "TRUE", "FALSE", "UNKNOWN")) stop_here(p, "IS asks for NULL, TRUE, FALSE or UNKNOWN")
    p$i <- p$i + 1
    found <- sql_call(paste("IS", what), list(x), at)
  }
  if (not) sql_call("NOT", list(found), at) else found
}

read_pattern <- function(p, x, at) {
  pattern <- read_sum(p)
  escape <- if (took(p, "ESCAPE")) read_sum(p)
  sql_call("LIKE", c(list(x, pattern), if (!is.null(escape)) list(escape)), at)
}

read_in <- function(p, x, at) {
  need(p, "(", "after IN")
  found <- if (next_is(p, "SELECT") || next_is(p, "WITH")) {
    list(type = "in_query", x = x, query = p$query(p), at = at)
  } else {
    sql_call("IN", c(list(x), each_of(p, read_expression)), at)
  }
  need(p, ")", "at the end of IN (...)")
  found
}

read_sum <- function(p) left_to_right(p, read_product, c("+", "-", "||"))
read_product <- function(p) left_to_right(p, read_sign, c("*", "/", "%"))

# Text in the order of its code points is how it is compared here.
read_sign <- function(p) {
  at <- token(p)$at
  if (took(p, "-")) return(sql_call("-", list(read_sign(p)), at))
  if (took(p, "+")) return(read_sign(p))
  found <- read_primary(p)
  while (took(p, "::")) found <- list(type = "cast", x = found, to = read_type(p), at = at)
  if (took(p, "COLLATE")) {
    name <- a_name(p, "after COLLATE")
    if (!name$name %in% c("C", "POSIX")) stop_at(p$text, name$at, "only the order by code point is read here",
      "The section `locale` of a brief sorts by a language's alphabet.", "not_read")
  }
  if (next_is(p, "[")) stop_at(p$text, token(p)$at, "a place in an array is not read here", class = "not_read")
  found
}

read_primary <- function(p) {
  here <- token(p)
  if (here$kind == "number") {
    p$i <- p$i + 1
    return(list(type = "value", value = as.numeric(here$text), whole = grepl("^[0-9]+$", here$text), at = here$at))
  }
  if (here$kind == "text") {
    p$i <- p$i + 1
    return(list(type = "value", value = text_in_quotes(here$text), at = here$at))
  }
  if (took(p, "(")) return(read_in_brackets(p, here$at))
  if (next_is(p, "*")) stop_here(p, "an expression is needed")
  special <- read_special(p, here)
  if (!is.null(special)) return(special)
  read_named(p)
}

text_in_quotes <- function(text) gsub("''", "'", substr(text, 2, nchar(text) - 1), fixed = TRUE)

read_in_brackets <- function(p, at) {
  found <- if (next_is(p, "SELECT") || next_is(p, "WITH")) list(type = "one_query", query = p$query(p), at = at) else
    read_expression(p)
  if (next_is(p, ",")) stop_at(p$text, at, "several values in brackets are not read here", class = "not_read")
  need(p, ")", "to close the bracket")
  found
}

# Words that begin something of their own.
read_special <- function(p, here) {
  if (here$kind != "word") return(NULL)
  word <- toupper(here$text)
  constants <- list(`NULL` = NA, `TRUE` = TRUE, `FALSE` = FALSE)
  if (word %in% names(constants)) {
    p$i <- p$i + 1
    return(list(type = "value", value = constants[[word]], at = here$at))
  }
  text_follows <- token(p, 1)$kind == "text"
  if (word %in% c("DATE", "TIMESTAMP") && text_follows) return(read_moment(p, word, here$at))
  if (word == "INTERVAL" && text_follows) return(read_interval(p, here$at))
  if (word == "CASE") return(read_case(p, here$at))
  if (word == "EXISTS" && next_is(p, "EXISTS", "(")) {
    p$i <- p$i + 2
    found <- list(type = "exists", query = p$query(p), at = here$at)
    need(p, ")", "after EXISTS (...)")
    return(found)
  }
  reader <- special_calls[[word]]
  if (is.null(reader) || !identical(token(p, 1)$text, "(")) return(NULL)
  p$i <- p$i + 2
  found <- reader(p, here$at)
  need(p, ")", sprintf("after %s(...)", word))
  found
}

read_moment <- function(p, word, at) {
  p$i <- p$i + 2
  text <- text_in_quotes(token(p, -1)$text)
  if (is.na(strict_date(text)) && (word == "DATE" || is.na(strict_clock(text)))) stop_at(
    p$text, at, sprintf("%s is no %s", value_text(text), if (word == "DATE") "date" else "time"),
    "They are written as DATE '2025-03-31' and TIMESTAMP '2025-03-31 14:30:00'."
  )
  list(type = tolower(word), value = text, at = at)
}

read_interval <- function(p, at) {
  p$i <- p$i + 1
  text <- text_in_quotes(step_on(p)$text)
  units <- c("YEAR", "QUARTER", "MONTH", "WEEK", "DAY")
  parts <- regmatches(text, regexec("^\\s*([0-9]+)\\s*([A-Za-z]*)\\s*$", text))[[1]]
  unit <- if (length(parts)) toupper(sub("s$", "", parts[3], ignore.case = TRUE)) else ""
  if (!nzchar(unit) && toupper(token(p)$text) %in% units) unit <- toupper(step_on(p)$text)
  if (length(parts) == 0 || !unit %in% units) stop_at(p$text, at,
    "an interval is a whole number of days, weeks, months, quarters or years", "Such as INTERVAL '7' DAY.")
  list(type = "interval", n = as.numeric(parts[2]), unit = paste0(tolower(unit), "s"), at = at)
}

read_case <- function(p, at) {
  p$i <- p$i + 1
  of <- if (!next_is(p, "WHEN")) read_expression(p)
  branches <- list()
  while (took(p, "WHEN")) {
    met <- read_expression(p)
    need(p, "THEN", "after WHEN ...")
    if (!is.null(of)) met <- sql_call("=", list(of, met), met$at)
    branches <- c(branches, list(list(met, read_expression(p))))
  }
  if (length(branches) == 0) stop_here(p, "CASE needs WHEN ... THEN ...")
  otherwise <- if (took(p, "ELSE")) read_expression(p)
  need(p, "END", "at the end of CASE")
  list(type = "case", branches = branches, otherwise = otherwise, at = at)
}

read_type <- function(p) {
  first <- a_name(p, "of a type")
  words <- tolower(first$name)
  while (token(p)$kind == "word" && tolower(token(p)$text) %in% c("precision", "varying", "without", "with", "time",
    "zone")) words <- c(words, tolower(step_on(p)$text))
  if (took(p, "(")) {
    each_of(p, read_sum)
    need(p, ")", "after a type's width")
  }
  list(name = paste(words, collapse = " "), at = first$at)
}

# Calls with words between their arguments.
special_calls <- list(
  CAST = function(p, at) {
    x <- read_expression(p)
    need(p, "AS", "in CAST(... AS type)")
    list(type = "cast", x = x, to = read_type(p), at = at)
  },
  EXTRACT = function(p, at) {
    part <- toupper(step_on(p)$text)
    need(p, "FROM", "in EXTRACT(part FROM date)")
    list(type = "extract", part = part, x = read_expression(p), at = at)
  },
  SUBSTRING = function(p, at) {
    x <- read_expression(p)
    if (!took(p, "FROM") && !took(p, ",")) stop_here(p, "FROM is needed in SUBSTRING(... FROM ...)")
    from <- read_expression(p)
    n <- if (took(p, "FOR") || took(p, ",")) read_expression(p)
    sql_call("SUBSTRING", c(list(x, from), if (!is.null(n)) list(n)), at)
  },
  POSITION = function(p, at) {
    part <- read_sum(p)
    need(p, "IN", "in POSITION(... IN ...)")
    sql_call("POSITION", list(part, read_sum(p)), at)
  },
  TRIM = function(p, at) {
    if (toupper(token(p)$text) %in% c("LEADING", "TRAILING")) stop_here(p, "TRIM takes spaces off both sides here")
    took(p, "BOTH")
    sql_call("TRIM", list(read_expression(p)), at)
  }
)

# A column, with its table before it, or a call.
read_named <- function(p) {
  first <- a_name(p, "of a column or a function")
  if (!first$quoted && next_is(p, "(")) return(read_call(p, first))
  if (!took(p, ".")) return(list(type = "column", table = NULL, name = first$name, quoted = first$quoted,
    at = first$at))
  if (took(p, "*")) return(list(type = "star", table = first$name, at = first$at))
  second <- a_name(p, "of a column after the dot")
  list(type = "column", table = first$name, name = second$name, quoted = second$quoted, at = first$at)
}

read_call <- function(p, name) {
  need(p, "(", "after a function's name")
  call <- sql_call(toupper(name$name), list(), name$at)
  if (took(p, "*")) {
    call$star <- TRUE
  } else if (!next_is(p, ")")) {
    call$distinct <- took(p, "DISTINCT")
    took(p, "ALL")
    call$args <- each_of(p, read_expression)
    if (took(p, "ORDER", "BY")) call$within <- each_of(p, p$sort)
  }
  need(p, ")", sprintf("after the arguments of %s()", name$name))
  if (took(p, "WITHIN", "GROUP")) {
    need(p, "(", "after WITHIN GROUP")
    need(p, "ORDER", "in WITHIN GROUP (ORDER BY ...)")
    need(p, "BY", "in WITHIN GROUP (ORDER BY ...)")
    call$within <- each_of(p, p$sort)
    need(p, ")", "after WITHIN GROUP (...)")
  }
  if (took(p, "FILTER")) {
    need(p, "(", "after FILTER")
    need(p, "WHERE", "in FILTER (WHERE ...)")
    call$filter <- read_expression(p)
    need(p, ")", "after FILTER (...)")
  }
  if (took(p, "OVER")) call$over <- p$over(p)
  call
}
