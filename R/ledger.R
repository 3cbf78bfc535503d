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
#' valid in the encoding), `idle_bad_column` (a column of a class that cannot be held), `idle_too_large` (more
#' rows than can be numbered).
#' @seealso [look()], [brief()]
#' @export
#' @examples
#' ledger(demo_table("tolls"))
#' ledger(demo_table("tolls", as = "path"))
ledger <- function(source, name = NULL, missing = NULL, encoding = "UTF-8", kinds = NULL, separator = NULL,
                   locale = NULL, sheet = NULL, range = NULL, table = NULL) {
  local_utf8()
  if (is.null(name)) name <- deparse1(substitute(source))
  open_source(source, list(
    name = short_name(name), missing = missing, encoding = encoding, kinds = kinds_asked(rlang::enquo(kinds)),
    separator = separator, locale = locale, sheet = sheet, range = range, table = table
  ))
}

room("ledger", "source", place = 0,
  opens = function(source) inherits(source, "idle_ledger"), open = function(source, how) source,
  again = NULL, seal = NULL
)

#' @exportS3Method
kinds_of.idle_ledger <- function(source) source$kinds
#' @exportS3Method
size_of.idle_ledger <- function(source) source$n
#' @exportS3Method
entries_of.idle_ledger <- function(source, columns) columns_in_hand(source, columns)
#' @exportS3Method
column_notes.idle_ledger <- function(source) source$column_notes
#' @exportS3Method
page_notes.idle_ledger <- function(source) source$page_notes
#' @exportS3Method
total_columns.idle_ledger <- function(source) source$totals
#' @exportS3Method
renamed_columns.idle_ledger <- function(source) source$stands_for
#' @exportS3Method
name_of.idle_ledger <- function(source) source$name
#' @exportS3Method
said_of.idle_ledger <- function(source) entry_count(size_of(source))
#' @exportS3Method
page_below.idle_ledger <- function(source) NULL
#' @exportS3Method
pages_deep.idle_ledger <- function(source) 0
#' @exportS3Method
lowest_source.idle_ledger <- function(source) source
#' @exportS3Method
with_source.idle_ledger <- function(source, change) change(source)
#' @exportS3Method
values_wanting.idle_ledger <- function(source) NULL
#' @exportS3Method
supplied.idle_ledger <- function(source, values) source

#' @export
#' @rdname ledger
print.idle_ledger <- function(x, ...) {
  local_utf8()
  say_title(sprintf("Ledger %s: %s, %s", x$name, entry_count(x$n), count_of(length(x$kinds), "column")))
  first <- seq_len(min(x$n, 6))
  print_table(lapply(columns_in_hand(x, names(x$kinds)), function(column) plain_vector(pick_rows(column, first))))
  cat(paste0("  ", clean_text(names(x$kinds)), ": ", a_kind(x$kinds), collapse = "\n"), "\n", sep = "")
  print_notes(c(x$notes, unlist(x$column_notes, use.names = FALSE)))
  invisible(x)
}

#' @export
#' @rdname ledger
as.data.frame.idle_ledger <- function(x, ...) as_frame(lapply(columns_in_hand(x, names(x$kinds)), plain_vector), x$n)
