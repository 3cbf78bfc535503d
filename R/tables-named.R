# Tables that an expression names: bring_in(targets, ...). A room that takes tables answers `tables` with
# the arguments that they stand in; there a name is one of a table, whatever the columns are called.

# The places of tables in an expression, each as the path of positions that leads to it.
table_places <- function(expr) {
  if (!is.call(expr) || !any(all.names(expr) %in% heads_with_tables())) return(list())
  found <- list()
  waiting <- list(list(expr, integer()))
  while (length(waiting)) {
    here <- waiting[[length(waiting)]]
    waiting[[length(waiting)]] <- NULL
    tables <- table_positions(here[[1]])
    found <- c(found, lapply(tables, function(at) c(here[[2]], at)))
    for (at in setdiff(seq_along(here[[1]]), c(1, tables))) {
      part <- here[[1]][[at]]
      if (!rlang::is_missing(part) && is.call(part)) waiting <- c(waiting, list(list(part, c(here[[2]], at))))
    }
  }
  found
}

kinds_with_tables <- c("preparation", "row")

heads_with_tables <- function() unlist(lapply(kinds_with_tables, rooms_answering, "tables"))

# Where tables stand among the parts of a call.
table_positions <- function(expr) {
  name <- if (is.symbol(expr[[1]])) as.character(expr[[1]]) else ""
  for (kind in kinds_with_tables) {
    if (name %in% rooms_answering(kind, "tables")) return(positions_of(room_of(kind, name), expr))
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
    found <- if (is.symbol(part)) find_table(part, env) else table_of_call(part, env)
    if (is.null(found)) next
    name <- if (is.symbol(part)) as.character(part) else free_table_name(found, names(tables))
    tables[[name]] <- found
    expr[[path]] <- as.name(name)
  }
  list(expr = expr, tables = tables)
}

# A call of R in the place of a table, as somebody typed it here; text from elsewhere never comes this way.
table_of_call <- function(expr, env) {
  found <- ours_or(eval(expr, env), function(e) {
    stop_idle(
      "bad_argument", sprintf("%s stands where a table is meant, and cannot be worked: %s.", shortened(expr_text(expr)),
        sub("[.]$", "", conditionMessage(e))), "Name a data frame, a ledger, a brief or the path of a file."
    )
  })
  if (is_a_table(found)) return(found)
  stop_idle("bad_argument", sprintf("%s stands where a table is meant, and is %s.", shortened(expr_text(expr)),
    a_thing(found)))
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
  text <- if (is.character(table)) basename(table[1]) else if (is.list(table)) table[["name"]]
  text <- sub("[.].*", "", text)
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
