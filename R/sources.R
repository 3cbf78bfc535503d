# What every source answers, a ledger as well as a page that others are drawn up from.

kinds_of <- function(source) UseMethod("kinds_of")
size_of <- function(source) UseMethod("size_of")
entries_of <- function(source, columns) UseMethod("entries_of")
name_of <- function(source) UseMethod("name_of")

# In words, how large it is.
said_of <- function(source) UseMethod("said_of")

# What every page that is drawn up from it has to say, and what is to be said of single columns.
page_notes <- function(source) UseMethod("page_notes")
column_notes <- function(source) UseMethod("column_notes")

# Columns that are totals of others, as a statement with a key abreast has them.
total_columns <- function(source) UseMethod("total_columns")

# Column names that were made up for a missing value or an empty text.
renamed_columns <- function(source) UseMethod("renamed_columns")

# Its lines, if it is a page; NULL for a ledger.
page_below <- function(source) UseMethod("page_below")

# How many pages stand upon each other in it.
pages_deep <- function(source) UseMethod("pages_deep")

# The ledger at the bottom, and the same source with that ledger changed.
lowest_source <- function(source) UseMethod("lowest_source")
with_source <- function(source, change) UseMethod("with_source")

# The same page with the tables changed that it names beside its source: change(table, name).
with_tables <- function(source, change) UseMethod("with_tables")

# Names of given() values that nobody has supplied, and the same source with some of them.
values_wanting <- function(source) UseMethod("values_wanting")
supplied <- function(source, values) UseMethod("supplied")

# The page of a book as it stands now.
brief_now <- function(book) UseMethod("brief_now")

as_source <- function(source, name) {
  if (inherits(source, "idle_book")) return(brief_now(source))
  if (is_brief(source)) return(source)
  opened <- open_source(source, list(name = short_name(name)))
  if (opened$opened_as == "data_frame" && says_how(name)) opened$written <- name
  opened
}

# Whether what a user wrote for a table can be written again: not a table put into the call itself.
says_how <- function(text) nchar(text) <= 200 && !grepl("^(structure|list|c|data.frame)[(]", text)

# A ledger on what a user gave. `how` has a name for messages and, for a file, how it is read.
open_source <- function(source, how = list()) {
  how <- utils::modifyList(list(name = "the table", encoding = "UTF-8"), how)
  for (kind in rooms_of("source")) {
    room <- room_of("source", kind)
    if (room$opens(source)) return(opened_as(room$open(source, how), kind))
  }
  stop_idle(
    "bad_argument",
    sprintf("A ledger is opened on a data frame, a file or a database connection, not on %s.", a_thing(source))
  )
}

coded_columns <- function(source, columns) {
  found <- entries_of(source, columns)
  for (k in seq_along(found)) if (is.character(found[[k]])) {
    found[[k]] <- encode_text(found[[k]], sprintf("%s, column `%s`", name_of(source), columns[k]))
  }
  found
}

# The same source, opened again in the way it was opened; NULL where that cannot be.
source_again <- function(source) {
  again <- room_of("source", source$opened_as)$again
  now <- if (!is.null(again)) again(source)
  if (!is.null(now)) opened_as(now, source$opened_as)
}

is_brief <- function(x) inherits(x, "idle_brief")

# What stands in a page's way of being the whole, such as a sample, is on its face.
page_title <- function(brief) {
  face <- if (length(brief$checked$prepare)) unlist(lapply(brief$checked$prepare, `[[`, "face"))
  if (length(face)) sprintf("%s (%s)", plain_title(brief), face[1]) else plain_title(brief)
}

plain_title <- function(brief) {
  title <- brief$checked$title
  if (!is.null(title)) return(title)
  below <- name_of(brief$source)
  if (startsWith(below, "From ")) below <- substring(below, 6)
  if (length(brief$keys) == 0) return(sprintf("From %s", below))
  sprintf("%s by %s", below, both(brief$keys))
}

new_ledger <- function(columns, name, n, origin = NULL, notes = character(), column_notes = list()) {
  structure(
    list(
      columns = columns, name = name, n = n, origin = origin, notes = notes,
      column_notes = column_notes, kinds = vapply(columns, kind_of, character(1))
    ),
    class = "idle_ledger"
  )
}

# A ledger remembers which room opened it.
opened_as <- function(ledger, kind) {
  if (is.null(ledger$opened_as)) ledger$opened_as <- kind
  ledger
}

# A ledger whose columns are fetched when they are asked for: fetch(names) gives a list of them.
fetched_later <- function(ledger, fetch, kinds) {
  ledger$columns <- NULL
  ledger$kinds <- kinds
  ledger$fetch <- fetch
  ledger$kept <- new.env(parent = emptyenv())
  ledger
}

columns_in_hand <- function(source, names) {
  if (is.null(source$fetch)) return(source$columns[names])
  wanting <- setdiff(names, ls(source$kept, all.names = TRUE))
  if (length(wanting)) list2env(source$fetch(wanting), source$kept)
  mget(as.character(names), source$kept)
}

# The room that reads a file; NULL if none does.
reader_for <- function(path) {
  for (name in rooms_of("reader")) {
    room <- room_of("reader", name)
    if (grepl(room$endings, path, ignore.case = TRUE)) return(room)
  }
}

known_endings <- function() unlist(lapply(rooms_of("reader"), function(name) room_of("reader", name)$shown))

# All that a connection still gives, however far its bytes unpack.
bytes_left <- function(con) {
  pieces <- list(raw())
  while (length(piece <- readBin(con, "raw", 2^18))) pieces[[length(pieces) + 1]] <- piece
  unlist(pieces)
}

text_of_file <- function(path, name) {
  con <- gzfile(path, "rb")
  on.exit(close(con))
  bytes <- readable(name, bytes_left(con))
  if (length(bytes) >= 3 && all(bytes[1:3] == as.raw(c(0xef, 0xbb, 0xbf)))) bytes <- bytes[-(1:3)]
  if (any(bytes == 0)) stop_idle("bad_file", sprintf("%s is a binary file, not text.", name))
  text <- rawToChar(bytes)
  Encoding(text) <- "UTF-8"
  if (!validUTF8(text)) stop_idle("bad_text", sprintf("%s has bytes that are not valid UTF-8.", name),
    "Write it in UTF-8.")
  text
}

# What the system or the core says about a file that cannot be read.
readable <- function(name, work) {
  ours_or(work, function(e) {
    stop_idle(
    "bad_file", sprintf("%s cannot be read: %s.", name, sub("[.]$", "", conditionMessage(e))),
    if (grepl("not valid in|no encoding", conditionMessage(e))) sprintf("Say how it was written: %s.",
      advice_on_reading("encoding", "latin1"))
  )
  })
}

stop_no_file <- function(path) {
  near <- nearest(basename(path), list.files(dirname(path)))
  stop_idle(
    "no_file", sprintf("There is no file %s.", path),
    if (length(near)) sprintf("In that folder there is %s.", both(near)) else sprintf(
      "Looked in %s.", normalizePath(dirname(path), mustWork = FALSE)
    )
  )
}

# The columns of its source that a page names; each entry a line shows them all.
columns_of_page <- function(brief) {
  all <- names(kinds_of(brief$source))
  if (is.null(brief$checked$lines)) return(all)
  intersect(all, columns_met(brief)$read)
}

# A statement that was kept by an earlier version has a brief that does not know its columns.
columns_met <- function(brief) if (is.null(brief$met)) columns_of_sections(brief$checked) else brief$met
