# Delimited text: CSV, TSV and the like. Every cell is in the ledger as it stands in the file, or the reader says
# which cells are not. The core reads; here separators and kinds are settled, and what is to be said is said.

room("delimited", "reader", place = 1,
  endings = "[.](csv|tsv|tab|txt)([.]gz)?$", shown = c(".csv", ".tsv", ".tab", ".txt"),
  takes = c("missing", "encoding", "kinds", "separator", "locale"),
  read = function(path, how) read_delimited(path, how, basename(path)),
  in_parts = function(path, how) delimited_in_parts(path, how),
  part = function(at, how, kinds) piece_of_delimited(at, how, kinds)
)

# `source` is a path, or the bytes of a file.
read_delimited <- function(source, how, name) {
  file <- open_delimited(source, how, name)
  separator <- separator_for(file, source, how$separator, name)
  names <- head_names(file, separator, name)
  check_kinds_known(how$kinds, names, name)
  size <- core_outline(file, separator, length(names))
  table <- read_kinds(file, names, how, name)
  notes <- c(
    if (size[1] == 0) sprintf("%s has a head line and no entries.", name),
    if (length(names) > 1 && size[2] > size[3]) sprintf(
      "%s has %s between its entries, which %s none.", name, count_of(size[2] - size[3], "blank line"),
      if (size[2] - size[3] == 1) "is" else "are"
    ),
    offset_note(file, table, name), repeated_head_note(table$columns, name)
  )
  list(columns = table$columns, n = size[1], notes = notes, column_notes = table$notes)
}

# Times with an offset from UTC are instants; the offset itself is not kept.
offset_note <- function(file, table, name) {
  times <- names(table$columns)[table$forms == 2 & vapply(table$columns, inherits, TRUE, what = "POSIXct")]
  if (length(times) == 0) return(NULL)
  text <- rawToChar(core_first_bytes(file, 65536))
  offset <- regmatches(text, regexpr("[0-9]{2}:[0-9]{2}(:[0-9.]+)?[-+][0-9]{2}:?[0-9]{2}\\b", text, useBytes = TRUE))
  if (length(offset)) sprintf(
    "%s: times with an offset, such as %s, are held as the instants they are and shown in UTC (%s).", name,
    sub(".*([-+])", "\\1", offset), both(tick(times))
  )
}

# A head line that stands again among the entries: each column has its own name there.
repeated_head_note <- function(columns, name) {
  texts <- vapply(columns, is_text_vector, TRUE)
  if (!all(texts)) return(NULL)
  rows <- Map(function(column, label) which(codes_of(column) == match(label, texts_of(column))), columns,
    names(columns))
  rows <- Reduce(intersect, rows)
  if (length(rows)) sprintf(
    "%s: row %s repeats the head line%s. Leave it out: only = %s != \"%s\".", name, big_mark(rows[1]),
    if (length(rows) > 1) sprintf(", and so do %s", count_of(length(rows) - 1,
      "more row")) else "", name_text(names(columns)[1]),
    names(columns)[1]
  )
}
