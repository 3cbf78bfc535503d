#' What differs between two tables
#'
#' Compares two statements, or a statement and any table, such as a colleague's spreadsheet: lines that
#' are in one only, lines that stand twice, and cells that differ, with the amounts. A table may bear the page's
#' headings instead of its names, and may have its numbers as text (`"14,054"`), which is said. Total lines of
#' a table without marks for them are recognised and set apart.
#'
#' @param a,b A statement, a [brief()], a [ledger()], a data frame, or the path of a file.
#' @param match The columns that say which lines belong together. By default the keys of the statement or brief;
#'   else the columns that are not numbers in both. Where names differ, `c(reach = "Reach name")` says that the
#'   second table calls the first one's `reach` so.
#' @param tolerance By how much numbers may differ and still count as equal: one amount, or one for each column by
#'   name; 0 by default, so that they must be the same to the last bit.
#' @param to What one side was rounded to: `"cent"`, `"tenth"`, `"unit"`, `"hundred"`, `"thousand"`, `"million"` or a
#'   number. Numbers then count as equal where one is the other, so rounded.
#' @return An object of class `idle_differences`: a list of data frames, `only_a` and `only_b` (lines
#'   in one only), `twice` and `totals` (of either side), and `cells` (the matched columns, `column`, `a`, `b`, and
#'   `difference`, which is `b` less `a`; where texts differ, also `text_a` and `text_b`), with
#' `compared`, the number of cells compared; `of_totals`, where the second table has totals without marks and the first
#'   is a page: what its own totals are, with `cells` that differ. `as.data.frame()` gives the cells, of no rows where
#'   all are equal.
#' @section Errors:
#' `idle_bad_argument` if there is nothing to match by, or for a tolerance that is none;
#' `idle_unknown_column` for a column in `match` that is not in both; those of [ledger()] for a file.
#' @seealso [tie_out()]
#' @export
#' @examples
#' page <- brief(demo_table("tolls"), lines = reach, figures = c(receipts = sum(toll)))
#' theirs <- data.frame(Reach = c("Lower", "Upper", "Total"), receipts = c("75,712", "42,000", "117,712"))
#' differences(page, theirs, match = c(reach = "Reach"), to = "unit")
differences <- function(a, b, match = NULL, tolerance = 0, to = NULL) {
  local_utf8()
  labels <- c(label_of(a, deparse1(substitute(a))), label_of(b, deparse1(substitute(b))))
  if (labels[1] == labels[2]) labels <- paste(c("the first", "the second"), labels)
  compare_tables(a, b, match, tolerance, labels, to)
}

# What a table is called: by its file, its ledger or its page.
label_of <- function(x, text) {
  if (rlang::is_string(x)) return(basename(x))
  if (inherits(x, "idle_ledger")) return(x$name)
  if (is_brief(x)) return(page_title(x))
  if (!is.null(statement_part(x, "brief"))) return(statement_title(x))
  short_name(text)
}

#' @rdname differences
#' @param x Differences.
#' @param row.names,optional,... Not used.
#' @export
as.data.frame.idle_differences <- function(x, row.names = NULL, optional = FALSE, ...) {
  if (!is.null(x$cells)) return(x$cells)
  none <- data.frame(column = character(), a = numeric(), b = numeric(), difference = numeric())
  if (ncol(x$shape) == 0) none else cbind(x$shape, none)
}

#' @rdname differences
#' @export
print.idle_differences <- function(x, ...) {
  local_utf8()
  n <- if (is.null(x$cells)) 0 else nrow(x$cells)
  say_title(sprintf("Differences between %s and %s", x$labels[1], x$labels[2]))
  say(cells_in_words(x, n))
  if (n > 0) {
    say_quiet(sprintf("a is %s, b is %s, and the difference is b less a.", x$labels[1], x$labels[2]))
    print_some(x$cells, x$keys)
  }
  print_totals(x)
  for (side in 1:2) print_side(x, side)
  for (note in x$notes) say_quiet(note)
  invisible(x)
}

cells_in_words <- function(x, n) {
  if (x$compared == 0) return(if (nrow(x$only_a) + nrow(x$only_b) == 0)
    "No cell was compared: there are none in common." else
    sprintf("No cell was compared: no line has its like, matched by %s.", both(x$keys)))
  rounded <- if (!is.null(x$bounds$to)) sprintf(", rounded to %s", if (x$bounds$word %in% names(units_of_rounding))
    paste("the", x$bounds$word) else x$bounds$word)
  sprintf(
    "%s compared in lines matched by %s%s: %s%s.", count_of(x$compared, "cell"), both(x$keys), paste(rounded,
      collapse = ""),
    if (n == 0) "all equal" else is_differ(n), if (x$other_order) "; the lines stand in another order" else ""
  )
}

print_side <- function(x, side) {
  show <- function(table, words) {
    if (nrow(table) > 0) {
    cat("\n")
    say(sprintf("%s: %s", words, count_of(nrow(table), "line")))
    print_some(table, x$keys)
  }
  }
  show(list(x$only_a, x$only_b)[[side]], paste("Only in", x$labels[side]))
  show(x$twice[[side]], sprintf("There again in %s, and not compared", x$labels[side]))
  totals <- x$totals[[side]]
  if (nrow(totals) && is.null(x$of_totals)) say_quiet(sprintf("Totals in %s, set apart and not compared: %s",
    x$labels[side], count_of(nrow(totals), "line")))
  columns <- x$only_columns[[side]]
  if (length(columns)) say_quiet(sprintf("Not compared: %s, only in %s", listing(tick(columns)), x$labels[side]))
}

print_some <- function(table, keys, most = 10) {
  columns <- as.list(utils::head(table, most))
  if (!is.null(columns$text_a)) for (side in c("a", "b")) {
    texts <- columns[[paste0("text_", side)]]
    columns[[side]] <- ifelse(nzchar(texts), texts, cell_texts(columns[[side]]))
    columns[[paste0("text_", side)]] <- NULL
  }
  print_table(columns, keys = names(columns) %in% keys, blank = names(columns) == "difference")
  if (nrow(table) > most) say_quiet(sprintf("%s more", big_mark(nrow(table) - most)))
}

# Total lines of the other table against the page's own.
print_totals <- function(x) {
  if (is.null(x$of_totals)) return(invisible())
  say(totals_in_words(x$of_totals))
  if (!is.null(x$of_totals$cells)) print_some(x$of_totals$cells, "line")
}

# Whether nothing differs.
is_same <- function(found) {
  is.null(found$cells) && is.null(found$of_totals$cells) && found$compared > 0 &&
    nrow(found$only_a) + nrow(found$only_b) == 0 &&
    all(vapply(found$twice, nrow, 1L) == 0)
}
