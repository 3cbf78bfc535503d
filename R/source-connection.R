# A database: a table or a SELECT on a connection that somebody opened with DBI. All is read in one statement, so that
# every column is of the same moment.

room("connection", "source", place = 5,
  opens = function(source) inherits(source, "DBIConnection"),
  open = function(source, how) table_of_connection(source, how),
  again = function(source) {
    if (DBI::dbIsValid(source$connection)) open_source(source$connection, source$how)
  },
  seal = function(source) seal_of_table(source)
)

table_of_connection <- function(connection, how) {
  need_package("DBI", "reading from a database")
  if (!DBI::dbIsValid(connection)) stop_idle("bad_argument", "The connection is closed.",
    "Open it again with DBI::dbConnect().")
  asked <- if (is.null(how$table)) how$name else how$table
  query <- query_for(connection, asked)
  read <- columns_of_query(connection, query$sql, query$name)
  ledger <- new_ledger(read$columns, query$name, read$n, notes = read$notes, column_notes = read$column_notes)
  ledger$connection <- connection
  ledger$how <- how
  ledger
}

# A SELECT as it stands, or the whole of a table that is there.
query_for <- function(connection, asked) {
  if (!is_one_text(asked) || is.na(asked)) stop_idle(
    "bad_argument", "A database needs the name of a table or a SELECT.",
      "Such as ledger(connection, table = \"tolls\")."
  )
  if (grepl("^\\s*(select|with|values)\\s", asked, ignore.case = TRUE)) return(list(sql = asked, name = "the query"))
  tables <- DBI::dbListTables(connection)
  if (!asked %in% tables && !DBI::dbExistsTable(connection, asked)) stop_idle(
    "no_file", sprintf("The database has no table `%s`.", asked), meant(asked, tables, "tables")
  )
  list(sql = paste("SELECT * FROM", DBI::dbQuoteIdentifier(connection, asked)), name = asked)
}

columns_of_query <- function(connection, sql, name) {
  sql <- with_decimals_as_text(connection, sql, name)
  frame <- withCallingHandlers(
    readable(name, DBI::dbGetQuery(connection, sql$sql)),
    warning = function(w) {
      if (grepl("mixed type", conditionMessage(w))) stop_idle(
      "bad_column", sprintf("%s: %s.", name, sub(",.*", "",
        conditionMessage(w))), "Cast the column to one type in a SELECT."
    )
    }
  )
  check_column_names(names(frame), name)
  held <- Map(function(column, label) hold_column(column, label, name), as.list(frame), names(frame))
  columns <- lapply(held, `[[`, "column")
  settled <- lapply(stats::setNames(nm = sql$decimals), function(label) decimal_column(columns[[label]], label))
  columns[sql$decimals] <- lapply(settled, `[[`, "column")
  list(columns = columns, n = nrow(frame), notes = unlist(lapply(held, `[[`, "note")),
    column_notes = Filter(Negate(is.null), lapply(settled, `[[`, "note")))
}

# Exact decimals come as text, since a driver would turn them into numbers before anybody could look.
with_decimals_as_text <- function(connection, sql, name) {
  if (!inherits(connection, "PqConnection")) return(list(sql = sql, decimals = character()))
  result <- readable(name, DBI::dbSendQuery(connection, sprintf("SELECT * FROM (%s\n) AS t LIMIT 0",
    sub(";\\s*$", "", sql))))
  info <- DBI::dbColumnInfo(result)
  DBI::dbClearResult(result)
  exact <- info[[".typname"]] == "numeric"
  if (!any(exact)) return(list(sql = sql, decimals = character()))
  names <- DBI::dbQuoteIdentifier(connection, info$name)
  parts <- ifelse(exact, sprintf("CAST(%s AS text) AS %s", names, names), names)
  list(sql = sprintf("SELECT %s FROM (%s\n) AS t", paste(parts, collapse = ", "), sub(";\\s*$", "", sql)),
    decimals = info$name[exact])
}

# Decimals as numbers, where every one is held to its last digit; else they stay text.
decimal_column <- function(texts, label) {
  column <- encode_text(texts)
  digits <- sub("([.][0-9]*[1-9])0+$|[.]0+$", "\\1", texts_of(column))
  values <- core_strict_values(digits, "number")
  if (!any(is.na(values) & !is.nan(values))) return(list(column = valued(column, values, "number")))
  list(column = column, note = sprintf(
    "`%s` has decimals of more digits than a number holds, such as %s, and is kept as text.", label,
    texts_of(column)[which(is.na(values))[1]]
  ))
}
