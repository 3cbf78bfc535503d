# The clauses of a query, as trees.

read_query <- function(p) {
  p$depth <- p$depth + 1
  if (p$depth > limit("most_nested")) stop_here(p, sprintf("at most %s queries stand in each other",
    limit("most_nested")))
  at <- token(p)$at
  with <- list()
  if (took(p, "WITH")) {
    if (next_is(p, "RECURSIVE")) stop_here(p, "a query that names itself is not read here")
    with <- each_of(p, read_named_query)
  }
  query <- list(type = "query", at = at, with = with, body = read_union(p))
  if (took(p, "ORDER", "BY")) query$order <- each_of(p, read_sort)
  query <- c(query, read_fetch(p))
  p$depth <- p$depth - 1
  query
}

read_named_query <- function(p) {
  name <- a_name(p, "after WITH")
  columns <- if (next_is(p, "(")) names_in_brackets(p)
  need(p, "AS", "after the name of a query")
  need(p, "(", "after AS")
  query <- read_query(p)
  need(p, ")", "after a named query")
  list(name = name, columns = columns, query = query)
}

names_in_brackets <- function(p) {
  need(p, "(", "before names")
  found <- each_of(p, function(p) a_name(p, "in the brackets"))
  need(p, ")", "after names")
  found
}

read_union <- function(p) {
  found <- read_one_select(p)
  while (token(p)$kind == "word" && toupper(token(p)$text) %in% c("UNION", "INTERSECT", "EXCEPT")) {
    here <- token(p)
    if (!took(p, "UNION")) stop_here(p, "of INTERSECT, EXCEPT and UNION only the last is read here",
      "has_partner() and !has_partner() say which lines stand in another table too.")
    all <- took(p, "ALL")
    if (!all) took(p, "DISTINCT")
    found <- list(type = "union", all = all, first = found, second = read_one_select(p), at = here$at)
  }
  found
}

read_one_select <- function(p) {
  at <- token(p)$at
  if (took(p, "(")) {
    query <- read_query(p)
    need(p, ")", "after a query in brackets")
    return(query)
  }
  need(p, "SELECT", "at the beginning of a query")
  select <- list(type = "select", at = at, distinct = took(p, "DISTINCT"))
  took(p, "ALL")
  if (select$distinct && next_is(p, "ON")) stop_here(p, "DISTINCT ON is not of the standard",
    "The first of each group is row_number() OVER (...) = 1.")
  select$items <- each_of(p, read_item)
  if (!took(p, "FROM")) stop_here(p, "FROM is needed")
  select$from <- read_from(p)
  if (took(p, "WHERE")) select$where <- read_expression(p)
  if (took(p, "GROUP", "BY")) select$group <- each_of(p, read_grouping)
  if (took(p, "HAVING")) select$having <- read_expression(p)
  if (took(p, "WINDOW")) select$windows <- each_of(p, read_named_window)
  select
}

read_item <- function(p) {
  at <- token(p)$at
  if (took(p, "*")) return(list(x = list(type = "star", table = NULL, at = at)))
  x <- read_expression(p)
  named <- took(p, "AS")
  name <- if (named) a_name(p, "after AS") else name_if_any(p)
  list(x = x, name = name$name)
}

read_grouping <- function(p) {
  at <- token(p)$at
  for (word in c("ROLLUP", "CUBE")) if (took(p, word, "(")) {
    parts <- each_of(p, read_key_set)
    need(p, ")", sprintf("after %s(...)", word))
    return(list(type = tolower(word), parts = parts, at = at))
  }
  if (took(p, "GROUPING", "SETS", "(")) {
    parts <- each_of(p, function(p) {
      if (next_is(p, "ROLLUP") || next_is(p, "CUBE")) read_grouping(p) else read_key_set(p)
    })
    need(p, ")", "after GROUPING SETS (...)")
    return(list(type = "sets", parts = parts, at = at))
  }
  list(type = "key", x = read_expression(p), at = at)
}

# One key, several in brackets, or none.
read_key_set <- function(p) {
  if (took(p, "(", ")")) return(list())
  if (!next_is(p, "(")) return(list(read_expression(p)))
  p$i <- p$i + 1
  keys <- each_of(p, read_expression)
  need(p, ")", "after a set of keys")
  keys
}

read_named_window <- function(p) {
  name <- a_name(p, "after WINDOW")
  need(p, "AS", "after a window's name")
  here <- token(p)
  need(p, "(", "after AS")
  window <- read_window(p, here$at)
  need(p, ")", "after a window")
  list(name = name$name, window = window)
}

read_fetch <- function(p) {
  found <- list()
  count <- function(p) {
    here <- step_on(p)
    if (here$kind != "number" || !grepl("^[0-9]+$", here$text)) stop_at(p$text, here$at,
      "a whole number is needed here")
    as.numeric(here$text)
  }
  repeat {
    at <- token(p)$at
    if (took(p, "OFFSET")) {
      found$offset <- count(p)
      if (!took(p, "ROWS")) took(p, "ROW")
    } else if (took(p, "LIMIT")) {
      found[c("most", "fetch_at")] <- list(count(p), at)
    } else if (took(p, "FETCH")) {
      if (!took(p, "FIRST") && !took(p, "NEXT")) stop_here(p, "FETCH FIRST is needed")
      found[c("most", "fetch_at")] <- list(if (token(p)$kind == "number") count(p) else 1, at)
      if (!took(p, "ROWS") && !took(p, "ROW")) stop_here(p, "ROWS is needed after FETCH FIRST n")
      if (took(p, "WITH", "TIES")) found$ties <- TRUE else need(p, "ONLY", "or WITH TIES after FETCH FIRST n ROWS")
    } else {
      return(found)
    }
  }
}

# FROM: tables side by side ------------------------------------------------------------------------------------------

read_from <- function(p) {
  found <- read_joined(p)
  while (took(p, ",")) {
    found <- list(type = "join", kind = "cross", left = found, right = read_joined(p), at = token(p)$at)
  }
  found
}

read_joined <- function(p) {
  found <- read_table(p)
  repeat {
    at <- token(p)$at
    kind <- read_kind_of_join(p)
    if (is.null(kind)) return(found)
    join <- list(type = "join", kind = kind, left = found, right = read_table(p), at = at)
    if (kind != "cross") {
      if (took(p, "USING")) {
        join$using <- names_in_brackets(p)
      } else {
        need(p, "ON", "after the table of a join")
        join$on <- read_expression(p)
      }
    }
    found <- join
  }
}

read_kind_of_join <- function(p) {
  if (next_is(p, "NATURAL")) stop_here(p, "a join names its keys here", "Write USING (...) or ON ....")
  if (took(p, "CROSS", "JOIN")) return("cross")
  if (took(p, "INNER", "JOIN") || took(p, "JOIN")) return("inner")
  for (kind in c("LEFT", "RIGHT", "FULL")) {
    if (took(p, kind, "OUTER", "JOIN") || took(p, kind, "JOIN")) return(tolower(kind))
  }
}

read_table <- function(p) {
  at <- token(p)$at
  if (took(p, "(")) {
    if (!next_is(p, "SELECT") && !next_is(p, "WITH")) {
      found <- read_from(p)
      need(p, ")", "after tables in brackets")
      return(found)
    }
    table <- list(type = "derived", query = read_query(p), at = at)
    need(p, ")", "after a query in brackets")
  } else {
    name <- a_name(p, "of a table")
    if (took(p, ".")) name <- a_name(p, "of a table after the dot")
    table <- list(type = "table", name = name$name, at = at)
  }
  named <- took(p, "AS")
  alias <- if (named) a_name(p, "after AS") else name_if_any(p)
  table$alias <- if (is.null(alias)) table$name else alias$name
  if (!is.null(alias) && next_is(p, "(")) table$columns <- names_in_brackets(p)
  table
}
