#' Draw up a statement
#'
#' Works a brief through, section by section, and gives the finished result.
#'
#' @param brief A [brief()], or a book ([open_book()]).
#' @param sealed Whether the statement carries a seal of its source: the SHA-256 of the file as it
#'   stands, or of the table's contents, for an auditor to rely on. [tie_out()] holds it against the
#'   source, `write_statement(about = TRUE)` writes it down. Needs the package digest.
#' @param as_of Of a book: the day, the moment or the number of the last posting until which it counts.
#' @return A statement: a data frame of class `idle_statement` with one row a line, that remembers its
#'   brief, the fingerprint of what it was drawn up from, what was left out, and its notes. Its
#'   columns keep the names of keys and figures; headings and formats show when it is printed.
#' @section Errors:
#' `idle_not_given` if a `given()` value has not been supplied, `idle_overflow` if a sum of 64-bit
#' whole numbers does not fit, `idle_bad_text` if text is not valid, `idle_no_group` if a window goes
#' along dates that several groups share and says no `per`, `idle_no_package` or `idle_bad_file` if it
#' cannot be sealed.
#' @export
#' @examples
#' statement <- draw_up(brief(demo_table("tolls"),
#'   lines = c(reach, lock), figures = c(receipts = sum(toll))
#' ))
#' statement
#' statement$receipts[1]
draw_up <- function(brief, sealed = FALSE, as_of = NULL) {
  local_utf8()
  brief <- page_meant(brief, as_of)
  check_is_brief(brief)
  on.exit(progress_done())
  drawn <- work_brief(brief)
  statement <- statement_of(drawn)
  if (isTRUE(sealed)) attr(statement, "idle")$seal <- seal_of(brief)
  release_page(drawn)
  statement
}

# A brief, or the page of a book.
page_meant <- function(x, as_of = NULL) {
  if (inherits(x, "idle_book")) return(book_as_of(x, as_of))
  if (!is.null(as_of)) stop_idle("bad_argument", "as_of is of a book, and this is none.")
  x
}
