#' Open a ledger
#'
#' A ledger is a source of entries: a data frame, or a CSV or TSV file. A file is read at once, and
#' whatever cannot be read as it stands is an error that names the row, or is kept as text and said.
#'
#' @param source A data frame, or the path of a file whose name ends in `.csv`, `.tsv` or `.txt`
#'   (also with `.gz`). The separator of a `.txt` file is found out.
#' @param name A name for messages; by default that of the file or the variable.
#' @param missing Texts that stand for a missing value in a file.
#' @param encoding The encoding of a file, such as `"latin1"`.
#' @param kinds Kinds forced upon columns of a file, by name: `"number"`, `"text"`, `"date"`,
#'   `"time"` or `"yes/no"`. Cells that do not fit become missing, and the ledger says how many.
#' @param x A ledger.
#' @param ... Not used.
#' @return An object of class `idle_ledger`. Printing it gives its columns, their kinds and the first
#'   rows.
#' @section Errors:
#' Of class `idle_error`: `idle_no_file`, `idle_bad_file` (a directory, a binary or empty file, a
#' format that is not known), `idle_ragged_rows`, `idle_duplicate_columns`, `idle_bad_text` (bytes not
#' valid in the encoding), `idle_bad_column` (a column of a class that cannot be held).
#' @seealso [look()], [brief()]
#' @export
#' @examples
#' ledger(demo_table("tolls"))
#' ledger(demo_table("tolls", as = "path"))
ledger <- function(source, name = NULL, missing = c("", "NA"), encoding = "UTF-8", kinds = NULL) {
  local_utf8()
  if (is.null(name)) name <- deparse1(substitute(source))
  if (inherits(source, "idle_ledger")) return(source)
  if (inherits(source, "idle_statement")) return(statement_ledger(source, short_name(name)))
  if (is.data.frame(source)) return(frame_ledger(source, short_name(name)))
  if (is.character(source) && length(source) == 1 && !is.na(source)) {
    return(file_ledger(source, missing, encoding, kinds))
  }
  stop_idle(
    "bad_argument", sprintf("A ledger is opened on a data frame or the path of a file, not on %s.", a_thing(source))
  )
}

short_name <- function(name) if (nchar(name) > 40 || grepl("[(\"]", name)) "the table" else name

new_ledger <- function(columns, name, n, origin = NULL, notes = character(), column_notes = list()) {
  structure(
    list(
      columns = columns, name = name, n = n, origin = origin, notes = notes,
      column_notes = column_notes, kinds = vapply(columns, kind_of, character(1))
    ),
    class = "idle_ledger"
  )
}

as_source <- function(source, name) {
  if (inherits(source, "idle_brief")) return(source)
  ledger(source, short_name(name))
}

# What every source answers.
kinds_of <- function(source) UseMethod("kinds_of")
size_of <- function(source) UseMethod("size_of")
entries_of <- function(source, columns) UseMethod("entries_of")
column_notes <- function(source) UseMethod("column_notes")
name_of <- function(source) UseMethod("name_of")

#' @exportS3Method
kinds_of.idle_ledger <- function(source) source$kinds
#' @exportS3Method
size_of.idle_ledger <- function(source) source$n
#' @exportS3Method
entries_of.idle_ledger <- function(source, columns) source$columns[columns]
#' @exportS3Method
column_notes.idle_ledger <- function(source) source$column_notes
# What every page that is drawn up from a source has to say.
page_notes <- function(source) if (inherits(source, "idle_ledger")) source$page_notes

# Columns that are totals of others, as a statement with a key abreast has them.
edge_columns <- function(source) if (inherits(source, "idle_ledger")) source$edges

# Column names that were made up for a missing value or an empty text.
renamed_columns <- function(source) if (inherits(source, "idle_ledger")) source$stands_for

#' @exportS3Method
name_of.idle_ledger <- function(source) source$name

coded_columns <- function(source, columns) {
  Map(
    function(column, name) coded(column, sprintf("%s, column `%s`", name_of(source), name)),
    entries_of(source, columns), columns
  )
}

coded <- function(column, where) if (is.character(column)) encode_text(column, where) else column

#' @export
#' @rdname ledger
print.idle_ledger <- function(x, ...) {
  local_utf8()
  say_title(sprintf("Ledger %s: %s, %s", x$name, entry_count(x$n), count_of(length(x$columns), "column")))
  print_table(lapply(x$columns, utils::head, 6))
  cat(paste0("  ", clean_text(names(x$columns)), ": ", a_kind(x$kinds), collapse = "\n"), "\n", sep = "")
  print_notes(c(x$notes, unlist(x$column_notes, use.names = FALSE)))
  invisible(x)
}

#' @export
#' @rdname ledger
as.data.frame.idle_ledger <- function(x, ...) as_frame(x$columns, x$n)

# structure() would write out the row names, one by one.
as_frame <- function(columns, n) {
  frame <- lapply(columns, plain_vector)
  attr(frame, "row.names") <- .set_row_names(n)
  class(frame) <- "data.frame"
  frame
}

entry_count <- function(n) count_of(n, "entry", "entries")
