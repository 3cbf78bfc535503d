# SQLite files: one table, or a SELECT. The file is opened for reading only.

room("sqlite", "reader", place = 5,
  endings = "[.](sqlite|sqlite3|db)$", shown = ".sqlite", takes = "table",
  read = function(path, how) read_sqlite(path, how)
)

read_sqlite <- function(path, how) {
  need_package("RSQLite", "reading SQLite files")
  name <- basename(path)
  connection <- readable(name, DBI::dbConnect(RSQLite::SQLite(), path, flags = RSQLite::SQLITE_RO, synchronous = NULL,
    bigint = "integer64"))
  on.exit(DBI::dbDisconnect(connection))
  tables <- readable(name, DBI::dbListTables(connection))
  asked <- how$table
  if (is.null(asked) && length(tables) == 1) asked <- tables
  if (is.null(asked)) stop_idle(
    "bad_argument", sprintf("%s has %s: %s.", name, count_of(length(tables), "table"), listing(tables, 10)),
    if (length(tables)) sprintf("Say which: %s, or a SELECT.", advice_on_reading("table", tables[1]))
  )
  query <- query_for(connection, asked)
  columns_of_query(connection, query$sql, name)
}
