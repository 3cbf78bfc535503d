# A database: a table or a SELECT on a connection that somebody opened with DBI. From PostgreSQL a page fetches the
# columns that it needs, and what `only` says plainly is asked there; from others all is read at once.

room("connection", "source", place = 5,
  opens = function(source) inherits(source, "DBIConnection"),
  open = function(source, how) table_of_connection(source, how),
  again = function(source) {
    if (DBI::dbIsValid(source$connection)) open_source(source$connection, source$how)
  },
  seal = function(source) {
    source$columns <- columns_in_hand(source, names(source$kinds))
    seal_of_table(source)
  },
  part = function(source, at) part_of_connection(source, at), here_only = TRUE,
  to_ask = function(connection, name, kinds) table_to_ask(connection, query_for(connection, name), kinds),
  for_page = function(source, brief, aside) {
    if (!is.null(source$rows_before)) columns_in_hand(source, columns_of_page(brief))
    if (is.null(source$fetch) || !is.null(source$rows_before) || is_in_parts(source)) return(NULL)
    asked_for_page(source, brief, aside)
  }
)

table_of_connection <- function(connection, how) {
  need_package("DBI", "reading from a database")
  if (!DBI::dbIsValid(connection)) {
    stop_idle("bad_argument", "The connection is closed.", "Open it again with DBI::dbConnect().")
  }
  query <- query_for(connection, c(how$table, how$named, how$name)[1])
  in_parts <- !is.null(check_parts_asked(how$in_parts)) && !isFALSE(how$in_parts)
  if (inherits(connection, "PqConnection")) {
    ledger <- fetched_table(connection, query)
  } else if (in_parts) {
    ledger <- lite_table(connection, query)
  } else {
    read <- columns_of_query(connection, query$sql, query$name)
    ledger <- new_ledger(read$columns, query$name, read$n, notes = read$notes, column_notes = read$column_notes)
    ledger$query <- query
  }
  ledger$connection <- connection
  ledger$how <- how
  if (in_parts) connection_in_parts(ledger, rows_of_part(how$in_parts, ledger$n)) else ledger
}

# A table of which nothing is fetched before it is asked for; `kinds(found)` settles what its columns are.
table_to_ask <- function(connection, query, kinds) {
  if (inherits(connection, "PqConnection")) {
    ledger <- fetched_table(connection, query)
  } else {
    ledger <- lite_table(connection, query)
    ledger <- fetched_later(ledger, NULL, kinds(ledger$kinds))
    ledger$fetch <- function(names) columns_asked_of(connection, ledger, names)
  }
  ledger$connection <- connection
  ledger$how <- list(name = query$name, table = query$name)
  ledger
}

columns_asked_of <- function(connection, ledger, names) {
  quoted <- DBI::dbQuoteIdentifier(connection, names)
  sql <- sprintf("SELECT %s FROM (%s\n) AS t", toString(quoted), ledger$query$sql)
  frame <- of_one_type(connection, ledger$name, DBI::dbGetQuery(connection, sql))
  stats::setNames(Map(value_from_server, as.list(frame), ledger$kinds[names]), names)
}

# A SELECT as it stands, or the whole of a table that is there.
query_for <- function(connection, asked) {
  if (!is_one_text(asked) || is.na(asked)) stop_idle(
    "bad_argument", "A database needs the name of a table or a SELECT.",
      "Such as ledger(connection, table = \"tolls\")."
  )
  if (grepl("^\\s*(select|with|values)\\s", asked, ignore.case = TRUE)) {
    return(list(sql = sub(";\\s*$", "", asked), name = "the query"))
  }
  tables <- fetched(connection, "the list of tables", DBI::dbListTables(connection))
  if (!asked %in% tables && !DBI::dbExistsTable(connection, asked)) stop_idle(
    "no_file", sprintf("The database has no table `%s`.", asked), meant(asked, tables, "tables")
  )
  table <- as.character(DBI::dbQuoteIdentifier(connection, asked))
  list(sql = paste("SELECT * FROM", table), name = asked, table = table)
}

# What a page needs
# -------------------------------------------------------------------------------------------------------

# The kinds are those of the server; decimals are numbers where every one is held to its last digit, else text.
fetched_table <- function(connection, query) {
  none <- sprintf("SELECT * FROM (%s\n) AS t LIMIT 0", query$sql)
  result <- fetched(connection, query$name, DBI::dbSendQuery(connection, none))
  frame <- DBI::dbFetch(result)
  types <- DBI::dbColumnInfo(result)[[".typname"]]
  DBI::dbClearResult(result)
  check_column_names(names(frame), query$name)
  decimals <- names(frame)[types == "numeric"]
  facts <- facts_of_query(connection, query, decimals)
  kinds <- Map(function(column, label) server_kind(column, label, query$name), as.list(frame), names(frame))
  kinds[decimals] <- ifelse(facts$digits <= 15, "double", "text")
  wide <- decimals[facts$digits > 15]
  ledger <- new_ledger(list(), query$name, facts$n, column_notes = stats::setNames(lapply(wide, function(label) {
    sprintf("`%s` has decimals of more digits than a number holds, and is kept as text.", label)
  }), wide))
  ledger$query <- c(query, list(decimals = decimals, types = stats::setNames(types, names(frame))))
  ledger <- fetched_later(ledger, NULL, unlist(kinds))
  ledger$connection <- connection
  with_fetching(ledger)
}

server_kind <- function(column, label, name) {
  kind <- c(
    logical = "logical", integer = "integer", integer64 = "integer64", numeric = "double", character = "text",
      Date = "date",
    POSIXct = "time"
  )[class(column)[1]]
  if (is.na(kind)) stop_idle(
    "bad_column", sprintf("%s: the column `%s` is of a type that a ledger cannot hold.", name, label),
    "Cast it to text in a SELECT, or leave it out.", column = label
  )
  unname(kind)
}

# How many rows there are, and the most digits that a decimal has.
facts_of_query <- function(connection, query, decimals) {
  digits <- sprintf(
    "max(length(regexp_replace(trim_scale(%s)::text, '[^0-9]', '', 'g')))", DBI::dbQuoteIdentifier(connection, decimals)
  )
  found <- fetched(connection, query$name, DBI::dbGetQuery(connection, sprintf(
    "SELECT %s FROM (%s\n) AS t", toString(c("count(*)", if (length(decimals)) digits)), query$sql
  )))
  digits <- vapply(seq_along(decimals), function(k) as.double(found[[k + 1]]), 1)
  list(n = as.double(found[[1]]), digits = ifelse(is.na(digits), 0, digits))
}

# Columns as the ledger has them, of the rows that meet a condition.
rows_of_table <- function(connection, ledger, names, where = NULL) {
  sql <- sprintf("SELECT %s FROM (%s\n) AS t%s", shown_in_select(ledger, names), ledger$query$sql,
    if (is.null(where)) "" else paste(" WHERE", where))
  frame <- fetched(ledger$connection, ledger$name, DBI::dbGetQuery(connection, sql))
  list(columns = held_from_server(ledger, frame, names), n = nrow(frame))
}

# The same ledger, which fetches columns more when they are asked for, of all rows or those that meet a condition.
with_fetching <- function(ledger, where = NULL) {
  ledger$fetch <- function(names) more_of_table(ledger, names, where)
  ledger
}

# Since a server may give rows in any order, those in hand come along and have to be the same.
more_of_table <- function(ledger, names, where) {
  before <- ls(ledger$kept, all.names = TRUE)
  found <- rows_of_table(ledger$connection, ledger, c(before, names), where)
  same <- vapply(before, function(name) identical(found$columns[[name]], ledger$kept[[name]]), TRUE)
  if (found$n != ledger$n || !all(same)) stop_idle(
    "bad_file", sprintf("%s has changed since it was opened, or comes in another order.", ledger$name),
    "Open it again with ledger(); an ORDER BY in a SELECT keeps its order."
  )
  found$columns[names]
}

# What a page reads: the columns that it names, and of the entries those that its plain conditions keep. All is asked
# in one transaction, so that it is of one moment.
asked_for_page <- function(source, brief, aside) {
  names <- columns_of_page(brief)
  where <- if (!aside) conditions_in_sql(brief, source)
  if (is.null(where) || length(names) == 0) {
    columns_in_hand(source, names)
    return(NULL)
  }
  at_one_moment(source, {
    counts <- fetched(source$connection, source$name, DBI::dbGetQuery(source$connection, sprintf(
      "SELECT count(*) AS n, sum(CASE WHEN (%s) IS NULL THEN 1 ELSE 0 END) AS unknown FROM (%s\n) AS t", where,
        source$query$sql
    )))
    found <- rows_of_table(source$connection, source, names, where)
  })
  part <- fetched_later(source, NULL, source$kinds)
  part$n <- found$n
  part <- with_fetching(part, where)
  list2env(found$columns, part$kept)
  unknown <- as.double(counts$unknown)
  unknown <- if (is.na(unknown)) 0 else unknown
  list(source = part, n_read = as.double(counts$n), unknown = unknown, unmet = as.double(counts$n) - found$n - unknown)
}

at_one_moment <- function(source, work) {
  begin <- "BEGIN TRANSACTION ISOLATION LEVEL REPEATABLE READ READ ONLY"
  alone <- tryCatch({
    fetched(source$connection, source$name, DBI::dbExecute(source$connection, begin))
    TRUE
  }, error = function(e) if (inherits(e, "idle_lost_connection")) stop(e) else FALSE, warning = function(w) FALSE)
  if (alone) on.exit(quietly_told(source$connection, "ROLLBACK"))
  force(work)
}

# Conditions in SQL
# ---------------------------------------------------------------------------------------------------------

# All conditions of `only` as one of SQL; NULL where not every one is plain, or something is worked before them.
conditions_in_sql <- function(brief, source) {
  if (is.null(brief$checked$only) || !is.null(brief$checked$prepare) || !is.null(brief$checked$columns)) return(NULL)
  parts <- lapply(brief$checked$only, function(part) plain_sql(part$node, source))
  if (any(vapply(parts, is.null, TRUE))) return(NULL)
  paste(sprintf("(%s)", unlist(parts)), collapse = " AND ")
}

# A comparison of a column with constants, or whether it is missing. Texts are only compared for equality, since their
# order is the server's own.
plain_sql <- function(node, source) {
  if (node$type != "call") return(NULL)
  if (node$fn == "!" && identical(node$args[[1]]$fn, "is_missing")) return(missing_sql(node$args[[1]], source,
    "IS NOT NULL"))
  if (node$fn == "is_missing") return(missing_sql(node, source, "IS NULL"))
  compared <- c(`==` = "=", `!=` = "<>", `<` = "<", `<=` = "<=", `>` = ">", `>=` = ">=", `%in%` = "IN")[node$fn]
  x <- node$args[[1]]
  y <- node$args[2][[1]]
  if (is.na(compared) || x$type != "column" || is.null(y) || y$type != "value") return(NULL)
  if (!able_in_sql(x, y, compared, source$query$types)) return(NULL)
  values <- vapply(seq_along(y$value), function(k) constant_in_sql(y$value[k], source$connection), "")
  column <- DBI::dbQuoteIdentifier(source$connection, x$name)
  sql <- sprintf("%s %s %s", column, compared, if (compared == "IN") sprintf("(%s)", toString(values)) else values)
  # To the server, NaN is the largest number and equal to itself; what it is here is settled here.
  if (source$query$types[[x$name]] %in% c("float4", "float8", "numeric")) sprintf("%s OR %s = 'NaN'", sql,
    column) else sql
}

missing_sql <- function(node, source, words) {
  x <- node$args[[1]]
  if (x$type == "column" && x$kind != "double") paste(DBI::dbQuoteIdentifier(source$connection, x$name), words)
}

able_in_sql <- function(x, y, compared, types) {
  if (length(y$value) == 0 || anyNA(y$value) || length(y$value) > 1000) return(FALSE)
  type <- types[[x$name]]
  if (type %in% c("text", "varchar")) return(is.character(y$value) && compared %in% c("=", "<>", "IN"))
  if (type == "date") return(inherits(y$value, "Date"))
  type %in% c("int2", "int4", "float4", "float8", "numeric") && x$kind %in% c("integer",
    "double") && is.numeric(y$value) &&
    !is.object(y$value) && all(is.finite(y$value))
}

constant_in_sql <- function(value, connection) {
  if (inherits(value, "Date")) return(sprintf("DATE %s", DBI::dbQuoteString(connection, moment_written(value))))
  if (is.character(value)) return(as.character(DBI::dbQuoteString(connection, enc2utf8(value))))
  sprintf("(%s)::double precision", number_written(value))
}
