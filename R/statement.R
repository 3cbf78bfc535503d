# The finished statement: a data frame that knows where it came from.

statement_of <- function(state) {
  if (!is.null(state$wide)) return(wide_statement(state))
  rows <- display_rows(state)
  layout <- full_layout(state)
  names <- vapply(layout, function(part) part$name, "")
  names <- union(names, names(level_marks(state)))
  columns <- lapply(names, function(name) {
    if (name %in% level_columns && !is.null(state$line_kind)) return(state[[name]][rows])
    own <- untouched_column(state, name, rows)
    if (!is.null(own)) return(own)
    plain_vector(pick_if_needed(line_column(state, name), rows, state$n_lines))
  })
  as_statement(stats::setNames(columns, names), length(rows), statement_facts(state, layout))
}

as_statement <- function(columns, n, facts) {
  frame <- as_frame(columns, n)
  attr(frame, "idle") <- facts
  class(frame) <- c("idle_statement", "data.frame")
  frame
}

# A text column of the source that is shown as it stands need not be written out again.
untouched_column <- function(state, name, rows) {
  if (state$grain == "lines" || !is.null(state$rows) || !is.null(state$below) || !is.null(state$prepared)) {
    return(NULL)
  }
  if (length(rows) != state$n || is.unsorted(rows)) return(NULL)
  column <- line_column(state, name)
  if (!is_text_vector(column) || name %in% state$made_names) return(NULL)
  own <- state$brief$source$columns[[name]]
  if (is.character(own) && is.null(attributes(own))) own
}

pick_if_needed <- function(column, rows, n) {
  if (length(rows) == n && !is.unsorted(rows)) column else pick_rows(column, rows)
}

statement_facts <- function(state, layout) {
  list(
    brief = state$brief, layout = layout, keys = state$keys, title = page_title(state$brief),
    bases = state$bases, subtotals = state$brief$checked$footing$subtotals, remarks = state$remarks, notes = c(
      state$notes, tally_notes(state)
    ),
    fingerprint = state_fingerprint(state), read = state$n_read, added = state$n_added, used = state$n,
    accounts = state$accounts, lines = state$n_lines, hidden = hidden_lines(state),
    gathered = if (is.null(state$gathered)) 0 else state$gathered,
    drawn_up = Sys.time(), version = as.character(getNamespaceVersion("idleledger"))
  )
}

hidden_lines <- function(state) if (is.null(state$shown)) 0 else sum(!state$shown[own_lines(state)])

full_layout <- function(state) {
  layout <- state$layout
  if (is.null(layout)) {
    names <- if (state$grain == "lines") names(state$lines) else state$column_names
    layout <- lapply(names, function(name) list(name = name, heading = name, format = NULL))
  }
  lapply(layout, function(part) {
    if (is.null(part$format)) part$format <- state$formats[[part$name]]
    part$blank <- part$name %in% state$windows
    part
  })
}

state_fingerprint <- function(state) {
  if (!is.null(state$below)) return(state_fingerprint(state$below$state))
  prints <- unlist(state$prints)
  rlang::hash(list(state$n_read, prints[order(names(prints))]))
}

tally_notes <- function(state) {
  counts <- state$tally$counts
  if (length(counts) == 0) return(character())
  sprintf("%s: %s now missing.", names(counts), vapply(counts, function(n) count_of(n, "value"), ""))
}

statement_part <- function(x, part) attr(x, "idle")[[part]]

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
  facts <- attr(x, "idle")
  if (is.null(facts)) return(NextMethod())
  cat(style_title(facts$title), "\n", sep = "")
  shown <- min(nrow(x), lines)
  layout <- Filter(function(part) part$name %in% names(x), facts$layout)
  head <- lapply(layout, function(part) pick_plain(x[[part$name]], seq_len(shown)))
  footed <- if (all(c("line_kind", "summed_over") %in% names(x))) footed_page(x, facts, layout, shown)
  print_table(
    head,
    headings = vapply(layout, function(part) part$heading, ""),
    formats = lapply(layout, function(part) part$format),
    keys = vapply(layout, function(part) part$name %in% facts$keys, TRUE),
    others = pick_plain(x$line_kind, seq_len(shown)),
    blank = lapply(layout, function(part) blank_cells(part, nrow(x), shown)), footed = footed, width = width
  )
  print_footer(x, facts, shown)
  invisible(x)
}

# Where a missing value is nothing: before a window is full, and where a cell has no line.
blank_cells <- function(part, n, shown) {
  if (isTRUE(part$blank)) return(rep(TRUE, shown))
  if (length(part$empty) == n) part$empty[seq_len(shown)] else rep(FALSE, shown)
}

pick_plain <- function(x, rows) if (is.null(x)) NULL else x[rows]

print_footer <- function(x, facts, shown) {
  more <- nrow(x) - shown
  subtotals <- sum(x$line_kind %in% c("subtotal", "total"))
  all <- both(c(
    count_of(nrow(x) - subtotals, "line"), if (subtotals > 0) count_of(subtotals, "subtotal")
  ))
  parts <- c(
    if (more > 0) sprintf(
      "%s of %s; %s more", big_mark(shown), if (subtotals > 0) sprintf(
        "%s rows (%s)", big_mark(nrow(x)), all
      ) else all,
      big_mark(more)
    ) else all,
    if (facts$hidden > facts$gathered) sprintf("%s hidden", big_mark(facts$hidden - facts$gathered)),
    if (facts$gathered > 0) sprintf("%s gathered as others", count_of(facts$gathered, "line")),
    sprintf("from %s", entry_count(facts$used)),
    if (facts$added != 0) sprintf("made of %s", entry_count(facts$read)),
    if (facts$read + facts$added > facts$used) sprintf(
      "%s left out", big_mark(facts$read + facts$added - facts$used)
    )
  )
  cat(style_quiet(paste(strwrap(paste(parts, collapse = ", "), page_width()), collapse = "\n")), "\n", sep = "")
  print_notes(c(facts$remarks, facts$notes))
}

#' @rdname statement
#' @export
as.data.frame.idle_statement <- function(x, ...) {
  attr(x, "idle") <- NULL
  class(x) <- "data.frame"
  x
}
