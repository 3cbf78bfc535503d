# Tables that an expression names: bring_in(targets, ...). A room that takes tables answers `tables` with
# the arguments that they stand in; there a name is one of a table, whatever the columns are called.

# The places of tables in an expression, each as the path of positions that leads to it.
table_places <- function(expr, path = integer()) {
  if (!is.call(expr)) return(list())
  here <- lapply(table_positions(expr), function(at) c(path, at))
  inner <- lapply(setdiff(seq_along(expr)[-1], table_positions(expr)), function(at) {
    if (rlang::is_missing(expr[[at]])) list() else table_places(expr[[at]], c(path, at))
  })
  c(here, unlist(inner, recursive = FALSE))
}

# Where tables stand among the parts of a call.
table_positions <- function(expr) {
  name <- if (is.symbol(expr[[1]])) as.character(expr[[1]]) else ""
  for (kind in c("preparation", "row")) {
    room <- room_of(kind, name)
    if (!is.null(room$tables)) return(positions_of(room, expr))
  }
  integer()
}

positions_of <- function(room, expr) {
  labels <- rlang::names2(as.list(expr))[-1]
  if (room$tables == "...") return(1 + which(!labels %in% names(room$args) | labels == "..."))
  named <- which(labels == room$tables)
  if (length(named)) return(1 + named[1])
  1 + utils::head(which(!nzchar(labels)), 1)
}

names_of_tables <- function(expr) {
  unique(unlist(lapply(table_places(expr), function(path) {
    if (is.symbol(expr[[path]])) as.character(expr[[path]])
  })))
}

# The expression with names of tables, and the tables themselves; a path in quotes and a call of R that
# makes a table get a name.
tables_captured <- function(expr, env) {
  tables <- list()
  for (path in table_places(expr)) {
    part <- expr[[path]]
    if (rlang::is_missing(part)) next
    found <- if (is.symbol(part)) find_table(part, env) else if (is.call(part)) eval(part, env) else part
    if (is.null(found)) next
    name <- if (is.symbol(part)) as.character(part) else free_table_name(found, names(tables))
    tables[[name]] <- found
    expr[[path]] <- as.name(name)
  }
  list(expr = expr, tables = tables)
}

find_table <- function(symbol, env) {
  name <- as.character(symbol)
  while (!identical(env, emptyenv()) && !identical(env, baseenv())) {
    found <- if (rlang::env_has(env, name)) rlang::env_get(env, name, default = NULL)
    if (is_a_table(found)) return(found)
    if (identical(env, globalenv()) || isNamespace(env)) break
    env <- parent.env(env)
  }
}

is_a_table <- function(x) {
  is.data.frame(x) || is.character(x) || inherits(x, c("idle_ledger", "idle_brief", "DBIConnection"))
}

free_table_name <- function(table, taken) {
  text <- if (is.character(table)) sub("[.].*", "", basename(table[1])) else if (is.list(table)) sub("[.].*", "", table[["name"]])
  name <- if (is.character(text) && length(text) == 1) gsub("^[^A-Za-z]+|[^A-Za-z0-9_]+", "", text) else ""
  free_name(if (nzchar(name)) name else "other", taken)
}

# Another name for a table in an expression.
table_renamed <- function(expr, from, to) {
  for (path in table_places(expr)) {
    if (is.symbol(expr[[path]]) && as.character(expr[[path]]) == from) expr[[path]] <- as.name(to)
  }
  expr
}
