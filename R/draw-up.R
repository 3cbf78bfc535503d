#' Draw up a statement
#'
#' Works a brief through, section by section, and gives the finished result. Where nothing is left, a note says which
#' condition nothing meets, and what there is instead.
#'
#' @param brief A [brief()], or a book ([open_book()]).
#' @param sealed Whether the statement carries a seal of its source: the SHA-256 of the file as it
#'   stands, or of the table's contents, for an auditor to rely on. [tie_out()] holds it against the
#'   source, `write_statement(about = TRUE)` writes it down. Needs the package digest.
#' @param at Where it is worked: `"here"`, from the entries, or `"source"`, by the database that they lie in, of which
#'   only the lines are fetched. See [as_sql()] for what a database is asked and what it cannot say.
#' @param as_of Of a book: the day, the moment or the number of the last posting until which it counts.
#' @return A statement: a data frame of class `idle_statement` with one row a line, that remembers its
#'   brief, the fingerprint of what it was drawn up from, what was left out, and its notes. Its
#'   columns keep the names of keys and figures; headings and formats show when it is printed.
#' @section Errors:
#' `idle_not_given` if a `given()` value has not been supplied, `idle_overflow` if a sum of 64-bit
#' whole numbers does not fit, `idle_bad_text` if text is not valid, `idle_no_group` if a window goes
#' along dates that several groups share and says no `per`, `idle_no_package` or `idle_bad_file` if it
#' cannot be sealed.
#' At the source also `idle_not_at_source` for what cannot be said there, `idle_lost_connection`, `idle_took_too_long`
#' beyond
#' `options(idleledger.timeout = )` (seconds), `idle_cancelled` by the server, `idle_bad_file` for a table that has
#' changed,
#' `idle_server_error` for anything else that the server says.
#' @export
#' @examples
#' statement <- draw_up(brief(demo_table("tolls"),
#'   lines = c(reach, lock), figures = c(receipts = sum(toll))
#' ))
#' statement
#' statement$receipts[1]
draw_up <- function(brief, sealed = FALSE, as_of = NULL, at = "here") {
  local_utf8()
  brief <- page_meant(brief, as_of)
  check_is_brief(brief)
  check_place(at, sealed)
  on.exit(progress_done())
  if (at == "source") return(statement_at_source(drawn_at_source(brief)))
  drawn <- work_brief(brief)
  statement <- statement_with_why(drawn)
  if (isTRUE(sealed)) attr(statement, "idle")$seal <- seal_of(brief)
  release_page(drawn)
  statement
}

check_place <- function(at, sealed) {
  if (!is_one_text(at) || !at %in% c("here", "source")) stop_idle("bad_argument", "`at` is \"here\" or \"source\".")
  if (at == "source" && isTRUE(sealed)) stop_idle(
    "bad_argument", "A statement worked at the source has no seal: its entries were not read here."
  )
}

# It remembers what was asked, and that nobody here has counted its entries.
statement_at_source <- function(drawn) {
  statement <- statement_of(drawn)
  facts <- attr(statement, "idle")
  facts$at_source <- drawn$at_source
  facts$connection <- drawn$connection
  facts[c("read", "added", "used", "accounts", "fingerprint", "prints", "lowest")] <- list(NULL)
  facts$notes <- sprintf(
    "Worked at the source by %s, of which only the lines were fetched; tie_out() works it here as well.",
    drawn$at_source$server
  )
  attr(statement, "idle") <- facts
  statement
}

# A brief, or the page of a book.
page_meant <- function(x, as_of = NULL) {
  if (inherits(x, "idle_book")) return(book_as_of(x, as_of))
  if (!is.null(as_of)) stop_idle("bad_argument", "as_of is of a book, and this is none.")
  x
}
