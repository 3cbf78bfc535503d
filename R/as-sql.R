#' A page as a query
#'
#' Says a page in the language of a database: one statement of named steps (`WITH`), in the order of the sections, each
#' from the one before it. It can be read, sent by hand, or worked at the source with `draw_up(page, at = "source")`.
#'
#' @param page A [brief()].
#' @param connection An open connection (DBI) to PostgreSQL, SQLite or MariaDB, which quotes names and texts. Without
#'   it, that of the page's own ledger. The table there is the one that bears the ledger's name.
#' @details The rules are those of a page worked here, written out where a server's are others: a missing value comes
#' last in any order, division by zero gives nothing, text goes by code point, a condition that cannot be judged counts
#' as not met, rows that do not know their place have none. Subtotals are grouping sets, or one SELECT a level where
#' the server has none (SQLite, MariaDB); a condition on a figure is a `FILTER`, or a `CASE` where there is none
#' (MariaDB); percentiles are spelt out by windows where they are lacking (SQLite, MariaDB).
#'
#' What a server cannot say in the same way is an error that names it and the reason, never an approximation: a line of
#' others, lines made for what does not occur, capital letters, the order of entry, shares of figures that do not add
#' up. How columns stand abreast, headings and formats are settled here, after the lines have come.
#' @return Text of class `idle_sql`, which prints as it stands.
#' @section Errors:
#' `idle_not_at_source` for what cannot be said there; `idle_lost_connection` for a closed connection; `idle_no_file` if
#' the database has no such table; `idle_bad_argument` for a page without a connection, or a database that is none of
#' the three; `idle_not_given` for a `given()` value that nobody supplied; `idle_no_package` without the package DBI.
#' @seealso [draw_up()], [tie_out()]
#' @export
#' @examplesIf requireNamespace("RSQLite", quietly = TRUE)
#' connection <- DBI::dbConnect(RSQLite::SQLite(), ":memory:")
#' DBI::dbWriteTable(connection, "tolls", as.data.frame(demo_table("tolls")))
#' page <- brief(ledger(connection, "tolls"),
#'   only = toll > 0, lines = reach, figures = c(passages = count(), receipts = sum(toll)),
#'   beside = c(place = rank(falling(receipts))), order = place
#' )
#' as_sql(page)
#' draw_up(page, at = "source")
#' DBI::dbDisconnect(connection)
as_sql <- function(page, connection = NULL) {
  local_utf8()
  need_package("DBI", "saying a page to a database")
  found <- page_at_source(page, connection)
  structure(text_of_query(query_of_brief(found$brief, found$at)), class = "idle_sql")
}

#' @export
print.idle_sql <- function(x, ...) {
  local_utf8()
  cat(text_with_lines(unclass(x)), "\n", sep = "")
  invisible(x)
}

# Text with its line ends, and nothing that moves a terminal.
text_with_lines <- function(text) paste(clean_text(strsplit(text, "\n", fixed = TRUE)[[1]]), collapse = "\n")
