#' What differs between two tables
#'
#' Compares two statements, or a statement and any table, such as a colleague's spreadsheet: lines that
#' are in one only, and cells that differ, with the amounts.
#'
#' @param a,b A statement, a [brief()], a [ledger()], a data frame, or the path of a file.
#' @param match The columns that say which lines belong together. By default the keys of `a`, if it is
#'   a statement or a brief; else the columns that are not numbers in both.
#' @param tolerance By how much numbers may differ and still count as equal; 0 by default, so that they
#'   must be the same to the last bit.
#' @return An object of class `idle_differences`: a list of data frames, `only_a` and `only_b` (lines
#'   in one only), and `cells` (the matched columns, `column`, `a`, `b` and `difference`), with
#'   `compared`, the number of cells compared. `as.data.frame()` gives the cells.
#' @section Errors:
#' `idle_bad_argument` if there is nothing to match by or lines match more than once,
#' `idle_unknown_column` for a column in `match` that is not in both.
#' @seealso [tie_out()]
#' @export
#' @examples
#' page <- brief(demo_table("tolls"), lines = reach, figures = c(receipts = sum(toll)))
#' theirs <- data.frame(reach = c("Lower", "Upper"), receipts = c(75712.25, 42000))
#' differences(page, theirs)
differences <- function(a, b, match = NULL, tolerance = 0) {
  local_utf8()
  labels <- c(label_of(a, deparse1(substitute(a))), label_of(b, deparse1(substitute(b))))
  if (labels[1] == labels[2]) labels <- paste(c("the first", "the second"), labels)
  compare_tables(a, b, match, tolerance, labels)
}

# What a table is called: by its file, its ledger or its page.
label_of <- function(x, text) {
  if (rlang::is_string(x)) return(basename(x))
  if (inherits(x, "idle_ledger")) return(x$name)
  if (is_brief(x)) return(page_title(x))
  if (inherits(x, "idle_statement") && !is.null(statement_part(x, "title"))) return(statement_part(x, "title"))
  short_name(text)
}

#' @rdname differences
#' @param x Differences.
#' @param row.names,optional,... Not used.
#' @export
as.data.frame.idle_differences <- function(x, row.names = NULL, optional = FALSE, ...) x$cells

#' @rdname differences
#' @export
print.idle_differences <- function(x, ...) {
  local_utf8()
  n <- if (is.null(x$cells)) 0 else nrow(x$cells)
  say_title(sprintf("Differences between %s and %s", x$labels[1], x$labels[2]))
  said <- sprintf(
    "%s compared in lines matched by %s: %s.", count_of(x$compared, "cell"), both(x$keys),
    if (n == 0) "all equal" else is_differ(n)
  )
  say(said)
  if (n > 0) print_some(x$cells)
  for (side in 1:2) {
    only <- list(x$only_a, x$only_b)[[side]]
    if (nrow(only) > 0) {
      cat("\n")
      say(sprintf("Only in %s: %s", x$labels[side], count_of(nrow(only), "line")))
      print_some(only)
    }
    columns <- x$only_columns[[side]]
    if (length(columns)) say_quiet(sprintf("Not compared: %s, only in %s", listing(tick(columns)), x$labels[side]))
  }
  invisible(x)
}

print_some <- function(table, most = 10) {
  columns <- as.list(utils::head(table, most))
  print_table(columns, blank = names(columns) == "difference")
  if (nrow(table) > most) say_quiet(sprintf("%s more", big_mark(nrow(table) - most)))
}
