# A column of a book that has had no value yet has no kind: it takes that of the first posting that has some, and the
# page
# is checked anew with it.

# The columns of a source, as no rows, for which a book has no kind yet.
kinds_settled_by <- function(book, source) {
  own <- kinds_of(book$brief$source)
  there <- kinds_of(source)
  names <- intersect(names(own)[own == "empty"], names(there)[there != "empty"])
  if (length(names) == 0) return(NULL)
  first <- if (is_in_parts(source)) part_with_values(source, names) else source
  lapply(coded_columns(first, names), pick_rows, rows = integer())
}

# A part whose columns have the kinds that they have in all.
part_with_values <- function(source, names) {
  for (at in seq_len(number_of_parts(source))) {
    part <- part_of_ledger(source, at)
    if (all(kinds_of(part)[names] != "empty")) return(part)
  }
  source
}

# The book with these columns in its page; what they do not fit is told as for any page.
book_with_kinds <- function(book, columns) {
  if (length(columns) == 0) return(book)
  source <- book$brief$source
  all <- utils::modifyList(source$columns, columns)[names(source$columns)]
  ledger <- ledger_of_book(book, all, source$name)
  ledger[c("written", "asked")] <- source[c("written", "asked")]
  book$brief <- new_brief(ledger, book$brief$sections, book$brief$given, isTRUE(book$brief$narrowed))
  book
}

# The kinds that others have settled since a book was opened.
book_as_it_stands <- function(book) {
  if (!any(kinds_of(book$brief$source) == "empty")) return(book)
  facts <- facts_of_book(book)
  columns <- readable_states(columns_read_back(bytes_of_digits(facts$columns)), book_name(book))
  kinds <- vapply(columns, kind_of, "")
  book_with_kinds(book, columns[kinds != "empty" & kinds_of(book$brief$source)[names(columns)] == "empty"])
}

#' @exportS3Method
brief_now.idle_book <- function(book) book_as_it_stands(book)$brief

# Into the book's own account of itself, in the transaction of the posting.
put_kinds <- function(connection, book, columns) {
  found <- DBI::dbGetQuery(connection, "SELECT name, value FROM idle_book")
  facts <- stats::setNames(as.list(found$value), found$name)
  facts$seal <- NULL
  own <- columns_read_back(bytes_of_digits(facts$columns))
  for (name in names(columns)) if (!kind_of(own[[name]]) %in% c("empty", kind_of(columns[[name]]))) stop_idle(
    "other_shape", sprintf("`%s` is %s, and by a posting made meanwhile it is %s in the book.", name,
      a_kind(kind_of(columns[[name]])), a_kind(kind_of(own[[name]]))), "Nothing was posted.", column = name
  )
  facts$columns <- paste(core_columns_save(utils::modifyList(own, columns)[names(own)]), collapse = "")
  DBI::dbExecute(connection, "DELETE FROM idle_book")
  put_facts(connection, facts)
}

bytes_of_digits <- function(text) {
  at <- seq(1, nchar(text), 2)
  as.raw(strtoi(substring(text, at, at + 1), 16L))
}
