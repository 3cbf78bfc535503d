# Where a book keeps what it holds: tables of one SQLite file, or of any database that DBI reaches. Every change is one
# transaction that nobody else writes beside, so a book is as it was before or after, whatever ends the process.

book_tables <- c(
  idle_book = "name TEXT PRIMARY KEY, value TEXT NOT NULL",
  idle_postings = paste("posting INTEGER PRIMARY KEY, name TEXT NOT NULL, posted_at TEXT NOT NULL,",
    "source TEXT NOT NULL, print TEXT NOT NULL, entries DOUBLE PRECISION NOT NULL, used DOUBLE PRECISION NOT NULL,",
    "lines DOUBLE PRECISION NOT NULL, withdrawn_at TEXT, told TEXT NOT NULL, seal TEXT NOT NULL"),
  idle_states = paste("kind TEXT NOT NULL, number INTEGER NOT NULL, postings TEXT NOT NULL, lines DOUBLE PRECISION NOT",
    "NULL, columns BYTES NOT NULL, sums BYTES NOT NULL, PRIMARY KEY (kind, number)")
)

book_format <- "1"

is_book_in_file <- function(book) !is.null(book$path)

# Calls work(connection) on the book's database.
with_book <- function(book, work) {
  need_package("DBI", "books")
  if (!is_book_in_file(book)) return(work(book$connection))
  need_package("RSQLite", "books in files")
  connection <- book_errors(book, DBI::dbConnect(RSQLite::SQLite(), book$path, synchronous = NULL))
  on.exit(DBI::dbDisconnect(connection))
  RSQLite::sqliteSetBusyHandler(connection, 60000L)
  book_errors(book, {
    DBI::dbExecute(connection, "PRAGMA journal_mode = WAL")
    DBI::dbExecute(connection, "PRAGMA synchronous = FULL")
    work(connection)
  })
}

# The same as one change: others that would write wait.
changing_book <- function(book, work) {
  with_book(book, function(connection) {
    lite <- inherits(connection, "SQLiteConnection")
    DBI::dbExecute(connection, if (lite) "BEGIN IMMEDIATE" else "BEGIN")
    done <- FALSE
    on.exit(if (!done) try(DBI::dbExecute(connection, "ROLLBACK"), silent = TRUE))
    if (!lite && DBI::dbExistsTable(connection, "idle_postings")) {
      DBI::dbExecute(connection, "LOCK TABLE idle_postings IN EXCLUSIVE MODE")
    }
    result <- work(connection)
    DBI::dbExecute(connection, "COMMIT")
    done <- TRUE
    result
  })
}

# What the database says, as an error of the book.
book_errors <- function(book, work) {
  ours_or(work, function(e) {
    said <- sub("[.]?\n.*", "", conditionMessage(e))
    full <- grepl("disk is full|disk I/O error|No space", said)
    stop_idle(
      "bad_book", sprintf("%s cannot be used: %s.", book_name(book), said),
      if (full) "Nothing was posted. Make room where it lies, and post again." else
        if (grepl("malformed|not a database", said)) "It is damaged: take the last copy of it, or post its parts anew."
    )
  })
}

book_name <- function(book) {
  if (is_book_in_file(book)) sprintf("The book %s", basename(book$path)) else "The book in the database"
}

make_tables_of_book <- function(connection) {
  bytes <- if (inherits(connection, "SQLiteConnection")) "BLOB" else "BYTEA"
  for (name in names(book_tables)) DBI::dbExecute(connection, sprintf("CREATE TABLE %s (%s)", name,
    gsub("BYTES", bytes, book_tables[[name]])))
}

facts_of_book <- function(book) {
  with_book(book, function(connection) {
    if (!DBI::dbExistsTable(connection, "idle_book")) return(NULL)
    found <- DBI::dbGetQuery(connection, "SELECT name, value FROM idle_book")
    facts <- stats::setNames(as.list(found$value), found$name)
    if (!identical(facts$seal, seal_of_fields(facts[setdiff(names(facts), "seal")]))) stop_bad_state(
      book_name(book), "what it says of itself has changed"
    )
    facts
  })
}

put_facts <- function(connection, facts) {
  facts$seal <- seal_of_fields(facts)
  DBI::dbAppendTable(connection, "idle_book", data.frame(name = names(facts), value = unlist(facts, use.names = FALSE)))
}

# A checksum of some fields, by name.
seal_of_fields <- function(fields) {
  fields <- fields[order(names(fields), method = "radix")]
  texts <- vapply(fields, function(x) if (is.na(x)) "" else if (is.numeric(x)) sprintf("%.17g", x) else x, "")
  core_texts_checksums(enc2utf8(paste(names(fields), texts, sep = "=", collapse = "\n")))
}

# Postings without their states, in the order in which they came.
postings_in <- function(connection) {
  found <- DBI::dbGetQuery(connection, paste(
    "SELECT posting, name, posted_at, source, print, entries, used, lines, withdrawn_at, told, seal FROM idle_postings",
    "ORDER BY posting"
  ))
  wrong <- which(found$seal != seals_of_postings(found))
  if (length(wrong)) stop_bad_state(
    sprintf("What is told of posting %s", found$posting[wrong[1]]), "its checksum is not that of its fields"
  )
  found
}

# A checksum of all fields of each posting.
seals_of_postings <- function(postings) {
  fields <- as.list(postings)[setdiff(names(postings), "seal")]
  texts <- lapply(fields[order(names(fields), method = "radix")], function(x) {
    if (is.numeric(x)) sprintf("%.17g", as.double(x)) else ifelse(is.na(x), "", enc2utf8(as.character(x)))
  })
  if (length(fields$posting) == 0) return(character())
  core_texts_checksums(do.call(paste, c(unname(texts), list(sep = "\n"))))
}

put_posting <- function(connection, posting, saved) {
  posting$seal <- seals_of_postings(posting)
  DBI::dbAppendTable(connection, "idle_postings", as.data.frame(posting))
  put_states(connection, "posting", posting$posting, posting$posting, saved)
}

# `kind`: of one posting, or of several taken together ("standing").
put_states <- function(connection, kind, number, postings, saved) {
  frame <- data.frame(kind = kind, number = as.integer(number), postings = paste(postings, collapse = " "),
    lines = saved$n)
  frame$columns <- as_bytes_of_table(saved$columns)
  frame$sums <- as_bytes_of_table(saved$sums)
  DBI::dbAppendTable(connection, "idle_states", frame)
}

as_bytes_of_table <- function(bytes) structure(list(bytes), class = "blob", ptype = raw())

# What is known of the states that there are, without reading them.
states_in <- function(connection) {
  found <- DBI::dbGetQuery(connection, "SELECT kind, number, postings, lines FROM idle_states ORDER BY kind, number")
  found$of <- lapply(strsplit(found$postings, " ", fixed = TRUE), as.numeric)
  found
}

read_states <- function(connection, kind, number) {
  found <- DBI::dbGetQuery(connection, sprintf(
    "SELECT columns, sums FROM idle_states WHERE kind = %s AND number = %d", DBI::dbQuoteString(connection, kind),
    as.integer(number)
  ))
  list(columns = found$columns[[1]], sums = found$sums[[1]])
}

drop_standing <- function(connection, numbers) {
  for (number in numbers) DBI::dbExecute(connection, sprintf(
    "DELETE FROM idle_states WHERE kind = 'standing' AND number = %d", as.integer(number)
  ))
}

now_written <- function() format(Sys.time(), "%Y-%m-%dT%H:%M:%OS3Z", tz = "UTC")
