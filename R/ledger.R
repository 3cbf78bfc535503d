#' Open a ledger
#'
#' A ledger is a source of entries: a data frame, a file, many files of one shape, or a table of a database. Every
#' cell of a file is in the ledger as it stands there, or the reader says which cells are not, by row, column and
#' text.
#'
#' @param source A data frame; the path of a file; a pattern (`"tolls-*.csv"`), a folder or several paths, whose files
#'   are one ledger, in the order of their names; or a connection made by `DBI::dbConnect()`. Known are delimited text
#'   (`.csv`, `.tsv`, `.tab`, `.txt`, also with `.gz`), Parquet (`.parquet`, needs nanoparquet), workbooks (`.xlsx`,
#'   needs readxl), JSON (`.json`: a list of records; `.ndjson`, `.jsonl`: one record a line) and SQLite files
#'   (`.sqlite`, `.db`, needs RSQLite).
#' @param name A name for messages; by default that of the file or the variable. For a connection, the table.
#' @param missing Texts that stand for a missing value. By default empty cells, and `NA` in columns of anything but
#' text, which is said; empty text in quotes is a value.
#' @param encoding The encoding of a text file, such as `"latin1"`. UTF-16 and UTF-32 are seen by their mark.
#' @param kinds Kinds of columns, by name: `"text"`, `"number"`, `"date"`, `"time"`, `"yes/no"`, or a word that says
#' how they are written: `number(decimal = ",")`, `money()` (a sign or three letters of a currency, brackets or a
#' minus for less than zero), `percent()` (`12.5%` is 0.125), `date("%d/%m/%Y")` and `time()` in the letters of
#' [strptime()], `yes_no("Y", "N")`. A cell that does not fit is an error that names it.
#' @param separator What stands between the cells of delimited text: one character, or `"comma"`, `"semicolon"`,
#' `"tab"`, `"bar"`. By default it is seen, and asked for where two would do.
#' @param locale The language, such as `"de"`, whose marks numbers in a delimited file have: 1.234,5. Words for kinds
#'   follow it where they name no marks of their own.
#' @param sheet,range Of a workbook: the sheet, by name or number, and the cells, such as `"B3:F200"`.
#' @param table Of a database: the name of a table, or a `SELECT`.
#' @param in_parts Whether entries are read part by part as a page is worked, instead of all at once: `TRUE`, or about
#'   how many entries a part has. By default where files would take more than a quarter of `idleledger.memory`. See
#'   [parts].
#' @param x A ledger.
#' @param ... Not used.
#' @return An object of class `idle_ledger`. Printing it gives its columns, their kinds and the first
#'   rows, and what is worth knowing about how it was read.
#' @section How kinds are settled: By all cells of a column. A *number* is digits with a sign, a decimal point and an
#' exponent, or `NaN`, `Inf`, `-Inf`; it is the double nearest to them. Not a number, so that the column stays text: a
#' leading zero (`007`), whole numbers of more than 15 digits, more digits than a number tells apart, what is beyond
#' its range, and everything else. Commas that group digits are read where each stands before three digits in every
#' value, which is said. A *date* is `yyyy-mm-dd`, from year 1 to 9999; a *time* has `hh:mm`, seconds with up to six
#' decimals, and perhaps `Z` or an offset, and is held in UTC; *yes/no* is `TRUE` and `FALSE`, or `true` and `false`.
#' `T`, `yes` and `1` are what they are. [look()] names columns that seem to be something else, with the word that
#' reads them.
#' @section Databases: From PostgreSQL a page fetches the columns that it names, and where every condition of `only`
#' compares a column with constants (texts for equality only) or asks whether it is missing, the entries that they
#' keep: in one transaction that reads only, with counts of those that are left out. Decimals are numbers where each
#' is held to its last digit, else text; 64-bit whole numbers stay what they are. From other databases all is read at
#' once. A table that has changed by the time that further columns are fetched is an error. Parquet files give single
#' columns as well.
#' @section What stops: Rows of another length, a quote mark that is not closed or has text behind it, a lone carriage
#' return, NUL, bytes that are not valid in the encoding, a compressed file that is cut off or damaged, a file that
#' changes while it is read: each names file, row and column. Quote marks inside a cell without quotes are what they
#' are (RFC 4180 has them in quotes only). Blank lines between entries are none, and are said; in a file of one column
#' they are missing values.
#' @section Errors: Of class `idle_error`: `idle_no_file`, `idle_bad_file` (what cannot be read, a format that is not
#' known), `idle_ragged_rows`, `idle_duplicate_columns`, `idle_bad_text` (bytes not valid in the encoding),
#' `idle_bad_cell` (a cell that does not fit the kind asked for), `idle_unknown_column` (a column that only `kinds`
#' names), `idle_other_shape` (files that are not of one shape), `idle_bad_column` (a column that cannot be held),
#' `idle_bad_argument`, `idle_no_package` (a package that is needed), `idle_lost_connection` (to a database, then or
#' when more of it is fetched), `idle_too_large` (more rows than can be
#' numbered).
#' @references RFC 4180, Common Format and MIME Type for CSV Files. RFC 1952, GZIP file format.
#' @seealso [look()], [brief()], [write_statement()]
#' @export
#' @examples
#' ledger(demo_table("tolls"))
#' ledger(demo_table("tolls", as = "path"))
#' path <- tempfile(fileext = ".csv")
#' writeLines(c("lock;toll", "Lime Kiln;1.234,50", "Tarn Foot;7,25"), path)
#' ledger(path, locale = "de")
#' ledger(path, kinds = c(toll = money(decimal = ","), lock = "text"))
ledger <- function(source, name = NULL, missing = NULL, encoding = "UTF-8", kinds = NULL, separator = NULL,
                   locale = NULL, sheet = NULL, range = NULL, table = NULL, in_parts = NULL) {
  local_utf8()
  asked <- name
  if (is.null(name)) name <- deparse1(substitute(source))
  open_source(source, list(
    name = short_name(name), named = asked, missing = missing, encoding = encoding,
      kinds = kinds_asked(rlang::enquo(kinds)),
    separator = separator, locale = locale, sheet = sheet, range = range, table = table, in_parts = in_parts
  ))
}

room("ledger", "source", place = 0,
  opens = function(source) inherits(source, "idle_ledger"),
  open = function(source, how) cut_again(source, how$in_parts),
  again = NULL, seal = NULL
)

# A ledger that is in hand can be cut in parts like a table; any other is opened in parts from the start.
cut_again <- function(source, asked) {
  if (is.null(asked) || isFALSE(asked)) return(source)
  if (!is.null(source$in_book)) return(source)
  size <- rows_of_part(asked, source$n)
  columns <- columns_in_hand(source, names(source$kinds))
  cut <- new_ledger(columns, source$name, source$n, notes = source$notes, column_notes = source$column_notes)
  frame_in_parts(cut, size)
}

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
with_tables.idle_ledger <- function(source, change) source
#' @exportS3Method
values_wanting.idle_ledger <- function(source) NULL
#' @exportS3Method
supplied.idle_ledger <- function(source, values) source

#' @export
#' @rdname ledger
print.idle_ledger <- function(x, ...) {
  local_utf8()
  say_title(sprintf("Ledger %s: %s, %s", x$name, entry_count(x$n), count_of(length(x$kinds), "column")))
  print_table(lapply(first_columns(x, names(x$kinds), 6), plain_vector))
  cat(paste0("  ", clean_text(names(x$kinds)), ": ", kind_name(x$kinds), collapse = "\n"), "\n", sep = "")
  print_notes(c(x$notes, unlist(x$column_notes, use.names = FALSE)))
  invisible(x)
}

#' @export
#' @rdname ledger
as.data.frame.idle_ledger <- function(x, ...) as_frame(lapply(columns_in_hand(x, names(x$kinds)), plain_vector), x$n)
