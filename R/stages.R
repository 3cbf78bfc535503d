#' See the table after each section, and what was left out
#'
#' `stages()` gives the first rows of the table as it stands after each section of a brief.
#' `set_aside()` gives the entries that a section left out, with the reason; for `show`, the lines
#' that it hides. `workings()` says how each section was worked: rows in and out, by what method, and
#' in what time.
#'
#' @param brief A [brief()].
#' @param rows The number of rows to keep of each table.
#' @param section The name of a section: `"prepare"`, `"only"` or `"show"`. Of `prepare` it is what each preparation
#'   left out, struck, made or changed, and what found no partner, on both sides.
#' @return `stages()`: a named list of data frames of class `idle_stages`, each with the attribute   `rows`, the
#' number of rows that the whole table has. `set_aside()`: a data frame of class `idle_aside` with the columns
#'   of the entries, the row of each in the source (`entry`) and the condition that it does not meet
#'   (`reason`); for `show` the lines that are hidden. `workings()`: a data frame of class
#'   `idle_workings`, one row a section, with `section`, `rows_in`, `rows_out`, `method`, `seconds`
#'   and `megabytes` (memory allocated by R).
#' @section Errors:
#' `idle_bad_argument` for a section that the brief does not have, or that leaves nothing out.
#' @export
#' @examples
#' page <- brief(demo_table("tolls"),
#'   only = toll > 0, lines = lock, figures = c(receipts = sum(toll)), show = top(3, receipts)
#' )
#' stages(page)
#' set_aside(page, "only")
#' workings(page)
stages <- function(brief, rows = 6) {
  local_utf8()
  check_is_brief(brief)
  tables <- list()
  work_brief_at_once(brief, watch = function(drawn, name) {
    if (name %in% c("title", "notes")) return(invisible())
    tables[[name]] <<- stage_table(drawn, rows)
  })
  structure(tables, class = "idle_stages")
}

stage_table <- function(drawn, rows) {
  if (!is.null(drawn$page$wide)) return(wide_stage(drawn, rows))
  names <- page_columns(drawn)
  if (!is.null(drawn$page$layout)) names <- vapply(drawn$page$layout, function(part) part$name, "")
  at <- display_rows(drawn)
  head <- utils::head(at, rows)
  table <- as_frame(lapply(shown_columns(drawn, names), pick_rows, rows = head), length(head))
  structure(table, rows = length(at), grain = drawn$lines$grain, keys = drawn$lines$keys)
}

#' @export
print.idle_stages <- function(x, ...) {
  local_utf8()
  for (name in names(x)) {
    what <- if (attr(x[[name]], "grain") == "lines") count_of(
      attr(x[[name]], "rows"), "line"
    ) else entry_count(attr(x[[name]], "rows"))
    say_title(sprintf("After %s: %s", if (name == "source") "opening the source" else tick(name), what))
    print_stage(x[[name]], attr(x[[name]], "keys"))
    cat("\n")
  }
  invisible(x)
}

print_stage <- function(stage, keys) {
  columns <- as.list(stage)
  footed <- if (all(level_columns %in% names(columns))) {
    layout <- lapply(names(columns), function(name) list(name = name, heading = name))
    footed_page(stage, list(keys = keys), layout, seq_len(nrow(stage)))
  }
  columns[level_columns] <- NULL
  print_table(columns, keys = names(columns) %in% keys, others = stage$line_kind, footed = footed)
}

#' @rdname stages
#' @export
set_aside <- function(brief, section) {
  local_utf8()
  check_is_brief(brief)
  able <- Filter(function(name) !is.null(room_of("section", name)$aside), names(brief$checked))
  if (!section %in% able) {
    stop_idle(
      "bad_argument", sprintf("The brief has no section `%s` that leaves something out.", section),
      if (length(able)) sprintf("It has %s.", both(tick(able))) else "It leaves nothing out."
    )
  }
  aside <- if (fits_at_once(brief)) aside_of_page(work_brief_at_once(brief, aside = TRUE), section) else
    aside_of_parts(brief, section)
  structure(aside, class = c("idle_aside", "data.frame"), section = section)
}

aside_of_page <- function(drawn, section) {
  room_of("section", section)$aside(drawn, drawn$brief$checked[[section]])
}

# The same part by part, entries counted in the whole ledger.
aside_of_parts <- function(brief, section) {
  if (!is_worked_in_parts(brief)) brief <- brief_by_groups(brief, columns_to_part_by(brief))
  found <- do.call(rbind, lapply(seq_len(number_of_parts(brief$source)), function(k) {
    page <- page_of_part(brief, k, aside = TRUE)
    aside <- aside_of_page(page, section)
    row <- function(rows) rows_in_ledger(brief$source, k, page$brief$source, rows)
    aside[[1]] <- row(aside[[1]])
    last <- ncol(aside)
    aside[[last]] <- vapply(aside[[last]], note_in_ledger, "", row_in_ledger = row, USE.NAMES = FALSE)
    aside
  }))
  found[order(found[[1]]), , drop = FALSE]
}

#' @rdname stages
#' @param x A table, to be printed.
#' @param ... Not used.
#' @export
print.idle_aside <- function(x, ...) {
  local_utf8()
  if (is.null(attr(x, "section")) || ncol(x) == 0) return(NextMethod())
  say_title(sprintf("Set aside by `%s`: %s", attr(x, "section"), count_of(nrow(x), "row")))
  print_first_rows(x)
  invisible(x)
}
