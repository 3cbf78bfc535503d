# Asking a server: where a page's entries lie, in one transaction that reads, with a time limit; what goes wrong there
# is said as what it is.

# The page on the server's own table, and the server. Without a connection it is the one of its ledger.
page_at_source <- function(brief, connection = NULL) {
  check_is_brief(brief)
  own <- lowest_source(brief)$connection
  if (is.null(connection) && is.null(own)) stop_idle(
    "bad_argument", "The page's entries are not on a server.",
    "Make it from ledger(connection, \"tolls\"), or name the connection: as_sql(page, connection)."
  )
  if (is.null(connection)) connection <- own
  if (!inherits(connection, "DBIConnection")) stop_idle(
    "bad_argument", sprintf("A connection is one opened with DBI::dbConnect(), not %s.", a_thing(connection))
  )
  check_open(connection)
  server <- server_of(connection)
  there <- function(source) {
    if (identical(source$connection, connection)) source else table_there(source, connection, server)
  }
  brief <- with_tables(with_source(brief, there), function(table, name) {
    if (is_brief(table)) with_source(table, there) else there(table)
  })
  list(brief = brief, at = list(connection = connection, server = server, count = list2env(list(n = 0))))
}

check_open <- function(connection) {
  if (!DBI::dbIsValid(connection)) stop_idle(
    "lost_connection", "The connection is closed.", "Open it again with DBI::dbConnect()."
  )
}

server_of <- function(connection) {
  for (name in rooms_of("server")) if (room_of("server", name)$of(connection)) return(room_of("server", name))
  stop_idle(
    "bad_argument", sprintf("Pages are worked at %s, and not over a connection of class %s.",
      either(rooms_of("server")), class(connection)[1]), "draw_up(page) works it here."
  )
}

# The table there that bears the ledger's name, whatever kind of file that came from.
table_there <- function(source, connection, server) {
  name <- sub("([.](csv|tsv|txt|parquet|xlsx|json))?([.]gz)?$", "", name_of(source))
  tables <- DBI::dbListTables(connection)
  if (!name %in% tables && !DBI::dbExistsTable(connection, name)) stop_idle(
    "no_file", sprintf("%s has no table `%s`, which the page is drawn up from.", server$words, name),
    c(meant(name, tables, "tables"), "Open the table there with ledger(connection, table), or give it the file's name.")
  )
  kind <- Filter(function(kind) room_of("source", kind)$opens(connection), rooms_of("source"))[1]
  there <- opened_as(room_of("source", kind)$to_ask(connection, name, function(found) {
    kinds_like(found, kinds_of(source), server)
  }), kind)
  there$name <- name_of(source)
  there
}

# Where a server has no type of its own for what a column is here, it is that there too.
kinds_like <- function(there, here, server) {
  for (name in intersect(names(there), names(here))) {
    if (paste(there[[name]], here[[name]]) %in% server$stand_for) there[[name]] <- here[[name]]
  }
  there
}

# What is asked ------------------------------------------------------------------------------------------------------

# One transaction for all that `ask` reads.
asked_of <- function(at, ask) {
  take_breath()
  told <- function(e) stop_server(at, e)
  tell <- function(sql) if (!is.null(sql)) quietly_told(at$connection, sql)
  alone <- tell(at$server$begin)
  if (isTRUE(alone)) on.exit(if (!isTRUE(at$count$lost)) tell(at$server$end))
  seconds <- getOption("idleledger.timeout")
  if (!is.null(seconds) && !is.null(at$server$timeout)) {
    tell(at$server$timeout(seconds_allowed(seconds)))
    if (!is.null(at$server$no_timeout)) on.exit(tell(at$server$no_timeout), add = TRUE)
  }
  withCallingHandlers(ours_or(ask(), told), warning = function(w) invokeRestart("muffleWarning"))
}

quietly_told <- function(connection, sql) {
  tryCatch({
    DBI::dbExecute(connection, sql)
    TRUE
  }, error = function(e) FALSE, warning = function(w) FALSE)
}

seconds_allowed <- function(seconds) {
  if (is.numeric(seconds) && length(seconds) == 1 && is.finite(seconds) && seconds > 0) return(seconds)
  stop_idle("bad_option", "The option idleledger.timeout is a number of seconds above zero, and is not.")
}

# A lost connection, a time limit, a table that has changed, or what the server says.
stop_server <- function(at, e) {
  said <- conditionMessage(e)
  name <- at$server$words
  lost <- is_lost(at$connection, said)
  at$count$lost <- lost
  if (lost) stop_idle("lost_connection", sprintf("The connection to %s was lost while it worked.", name),
    "Open it again with DBI::dbConnect(); nothing was changed there.")
  if (grepl("statement timeout|max_statement_time|execution was interrupted", said, ignore.case = TRUE)) stop_idle(
    "took_too_long", sprintf("%s did not end within the time allowed.", name),
    "Allow more: options(idleledger.timeout = ...), in seconds."
  )
  if (grepl("user request|interrupted", said, ignore.case = TRUE)) stop_idle(
    "cancelled", sprintf("What %s worked on was cancelled there.", name), "Nothing was changed there."
  )
  if (grepl("does not exist|no such (column|table)|Unknown column|doesn't exist", said)) stop_idle(
    "bad_file", sprintf("The table at %s has changed since it was opened: %s", name, first_line_of(said)),
    "Open it again with ledger()."
  )
  stop_idle("server_error", sprintf("%s says: %s", name, first_line_of(said)), "as_sql(page) shows what it was asked.")
}

is_lost <- function(connection, said) {
  !DBI::dbIsValid(connection) || grepl(paste(
    "server closed the connection|terminating connection|no connection to the server|Lost connection|gone away",
    "SSL connection has been closed|could not receive data|connection not open|bad_weak_ptr", sep = "|"
  ), said, ignore.case = TRUE)
}

# Of what a server says, the first line that says something, and no word of the query itself.
first_line_of <- function(said) {
  lines <- strsplit(said, "\n")[[1]]
  lines <- lines[nzchar(trimws(lines)) & !grepl("^(LINE|\\s*\\^|<SQL>)", lines)]
  shortened(sub("[.]?$", ".", trimws(sub("^(Failed to (prepare|fetch|execute) [a-z ]*: )?(ERROR:)?", "", lines[1]))),
    300)
}

# The lines, the plan, and how long it took.
lines_asked_for <- function(at, sql, asserts = list()) {
  asked_of(at, function() {
    for (one in asserts) check_holds(at, one)
    plan <- DBI::dbGetQuery(at$connection, at$server$plan(sql))
    began <- proc.time()[["elapsed"]]
    frame <- DBI::dbGetQuery(at$connection, sql)
    list(frame = frame, plan = plan_lines(plan), seconds = proc.time()[["elapsed"]] - began)
  })
}

check_holds <- function(at, one) {
  if (as.double(DBI::dbGetQuery(at$connection, one$sql)$n) == 0) return(invisible())
  stop_idle("not_at_source", sprintf("The page is right only while %s, which at %s is not so.", one$says,
    at$server$words),
    "draw_up(page) works it here and names them; expect = \"many\" lets entries be repeated.")
}

plan_lines <- function(plan) {
  if (ncol(plan) == 1) return(plan[[1]])
  if (!is.null(plan$detail)) return(plan$detail)
  plan <- plan[vapply(plan, function(column) any(!is.na(column)), TRUE)]
  do.call(paste, c(Map(function(name, column) sprintf("%s=%s", name, column), names(plan), plan), sep = " "))
}
