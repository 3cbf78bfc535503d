# A database's table or query read part by part: one query, from which as many entries are taken as a part has. Parts
# asked for out of turn begin it anew.

connection_in_parts <- function(ledger, size) {
  at <- rows_in_parts(ledger$n, size)
  for (k in seq_along(at)) at[[k]]$turn <- k
  ledger$reading <- new.env(parent = emptyenv())
  put_in_parts(ledger, vapply(at, `[[`, 1, "n"), at, ledger$kinds, "connection")
}

# SQLite says how many rows there are, and keeps a kind of its own for each value: kinds are those of the first, and a
# part in which a column is of another kind is an error.
lite_table <- function(connection, query) {
  from <- sprintf("FROM (%s\n) AS t", query$sql)
  first <- columns_of_query(connection, sprintf("SELECT * %s LIMIT 1000", from), query$name)
  n <- fetched(connection, query$name, DBI::dbGetQuery(connection, paste("SELECT count(*) AS n", from)))$n
  ledger <- new_ledger(list(), query$name, as.double(n), notes = first$notes)
  ledger$kinds <- vapply(first$columns, kind_of, "")
  ledger$query <- c(query, list(decimals = character()))
  ledger
}

part_of_connection <- function(source, at) {
  part <- new_ledger(list(), sprintf("%s, %s", source$name, place_of_part(at)), at$n)
  fetched_later(part, function(names) next_of_query(source, at, names), source$kinds)
}

next_of_query <- function(source, at, names) {
  reading <- source$reading
  if (!identical(reading$names, names) || !identical(reading$turn, at$turn)) begin_query(source, names)
  while (reading$turn < at$turn) take_rows(source, source$in_parts$at[[reading$turn]]$n)
  frame <- take_rows(source, at$n)
  if (nrow(frame) != at$n) {
    end_query(reading)
    stop_idle("bad_file", sprintf("%s has changed since it was opened: it gives fewer entries.", source$name),
      "Open it again with ledger().")
  }
  if (reading$turn > number_of_parts(source)) end_query(reading)
  held <- held_from_server(source, frame, names)
  lapply(stats::setNames(nm = names), function(name) {
    as_kind_of_whole(held[[name]], source$kinds[[name]], at$n, sprintf("%s, column `%s`", source$name, name))
  })
}

begin_query <- function(source, names) {
  reading <- source$reading
  end_query(reading)
  sql <- sprintf("SELECT %s FROM (%s\n) AS t", shown_in_select(source, names), source$query$sql)
  reading$result <- fetched(source$connection, source$name, DBI::dbSendQuery(source$connection, sql))
  reading$names <- names
  reading$turn <- 1L
}

take_rows <- function(source, n) {
  reading <- source$reading
  frame <- of_one_type(source$connection, source$name, DBI::dbFetch(reading$result, n = n))
  reading$turn <- reading$turn + 1L
  frame
}

end_query <- function(reading) {
  if (!is.null(reading$result)) try(DBI::dbClearResult(reading$result), silent = TRUE)
  reading$result <- reading$names <- reading$turn <- NULL
}
