# The finished statement: a data frame that knows where it came from.

#' Statements
#'
#' A statement is a data frame; everything that works on a data frame works on it. Printing shows a
#' page: title, head line, the first lines, how many more, and the notes.
#'
#' @param x A statement, from [draw_up()].
#' @param lines The number of lines to print, 10 by default; `Inf` for all.
#' @param width The width of the page in characters; by default that of the terminal.
#' @param ... Not used.
#' @return `print()` gives the statement back, unseen; `as.data.frame()` a plain data frame.
#' @seealso [draw_up()]
#' @name statement
#' @examples
#' page <- draw_up(brief(demo_table("tolls"), lines = lock, figures = c(receipts = sum(toll))))
#' print(page, lines = 3)
#' head(as.data.frame(page), 2)
NULL

#' @rdname statement
#' @export
print.idle_statement <- function(x, lines = 10, width = NULL, ...) {
  local_utf8()
  facts <- attr(x, "idle")
  if (is.null(facts)) return(NextMethod())
  rows <- rows_to_print(x, lines)
  say_title(page_title(facts$brief))
  layout <- Filter(function(part) part$name %in% names(x), facts$layout)
  head <- lapply(layout, function(part) pick_plain(x[[part$name]], rows))
  footed <- if (all(c("line_kind", "summed_over") %in% names(x))) footed_page(x, facts, layout, rows)
  print_table(
    head,
    headings = vapply(layout, function(part) if (is.null(part$under)) part$heading else part$under, ""),
    formats = lapply(layout, function(part) part$format),
    keys = vapply(layout, function(part) part$name %in% facts$keys, TRUE),
    others = pick_plain(x$line_kind, rows),
    blank = lapply(layout, function(part) blank_cells(part, nrow(x), rows)), footed = footed, width = width,
    decimals = decimals_of(x, layout),
    over = vapply(layout, function(part) if (is.null(part$over)) "" else part$over, ""), gap = gap_in(rows)
  )
  print_footer(x, facts, length(rows))
  invisible(x)
}

# The first lines, and the grand totals wherever they stand.
rows_to_print <- function(x, lines) {
  n <- nrow(x)
  if (n <= lines) return(seq_len(n))
  totals <- which(x$line_kind %in% "total")
  totals <- totals[seq_len(min(length(totals), max(0, lines - 1)))]
  sort(union(totals, setdiff(seq_len(n), totals)[seq_len(max(0, lines - length(totals)))]))
}

gap_in <- function(rows) {
  gap <- which(diff(rows) > 1)
  if (length(gap)) gap[1] + 1
}

print_footer <- function(x, facts, shown) {
  more <- nrow(x) - shown
  subtotals <- sum(x$line_kind %in% c("subtotal", "total"))
  all <- both(c(
    count_of(nrow(x) - subtotals, "line"), if (subtotals > 0) count_of(subtotals, "subtotal")
  ))
  drawn_up <- if (!is.null(facts$rows) && facts$rows != nrow(x)) sprintf(
    "a part of a statement of %s", count_of(facts$rows, "row")
  )
  parts <- c(
    drawn_up,
    if (more > 0) sprintf(
      "%s of %s; %s more", big_mark(shown), if (subtotals > 0) sprintf(
        "%s rows (%s)", big_mark(nrow(x)), all
      ) else all,
      big_mark(more)
    ) else all,
    if (facts$hidden > facts$gathered) sprintf("%s hidden", big_mark(facts$hidden - facts$gathered)),
    if (facts$gathered > 0) sprintf("%s gathered as others", count_of(facts$gathered, "line")),
    if (!is.null(facts$used)) sprintf("from %s", entry_count(facts$used)),
    if (!is.null(facts$added) && facts$added != 0) sprintf("%s read and %s added by `prepare`", big_mark(facts$read),
      big_mark(facts$added)),
    if (isTRUE(facts$read + facts$added > facts$used)) sprintf(
      "%s left out", big_mark(facts$read + facts$added - facts$used)
    )
  )
  say_quiet(paste(parts, collapse = ", "))
  print_notes(c(facts$remarks, facts$notes))
}

#' @rdname statement
#' @export
as.data.frame.idle_statement <- function(x, ...) {
  attr(x, "idle") <- NULL
  class(x) <- "data.frame"
  x
}
