#' Write a brief
#'
#' A brief is the instructions for one statement: a source and a few named sections. Sections may be
#' given in any order; they are always worked in the same one, so that steps cannot be done in the
#' wrong order. A brief is checked when it is made: an unknown section, column or function, or a kind
#' that does not fit, is an error there and then.
#'
#' @section Sections:
#' In the order in which they are worked:
#' \describe{
#'   \item{`prepare`}{Repairs, other tables and changes of shape, in the order given: `strike_duplicates()`,
#'     `mend_keys()`, `bring_in()`, `stack_on()`, `fill_calendar()`, `sample_of()` and `unpivot()`. Each counts
#'     what it changed and can list it. See [preparations].}
#'   \item{`columns`}{Named expressions, worked out for each entry and added to the table.}
#'   \item{`only`}{Conditions that say which entries count. A condition that is missing counts as not
#'     met, and is counted.}
#'   \item{`lines`}{What makes a line: columns or named expressions, `whole()` for one line, or
#'     `crossed(lock, month)` for every combination, also those that do not occur (their counts are
#'     0, all else is missing). `unbroken(passed_on, "day")` as a key has a line for every day (or `"week"`,
#'     `"month"`, `"quarter"`, `"year"`) between the first and the last of each group of the other keys, or `from`
#'     one date `to` another. Without this section each entry is a line. A missing key is a line of
#'     its own, last.}
#'   \item{`figures`}{Named figures, computed from the entries of each line: `sum(toll)`,
#'     `count()`, `max(toll) - min(toll)`. Later figures may use earlier ones. Any figure takes
#'     `where = condition`.}
#'   \item{`footing`}{Subtotals, each recomputed from its entries: `rollup(reach, lock)` by each key
#'     but the last ones in turn and a grand total, `cube(reach, lock)` by every set of keys,
#'     `sets(c(reach, lock), paid, whole())` by the sets named, `whole()` a grand total alone;
#'     `c(year, month)` holds keys together.
#'     `subtotals = "before"` puts them before their lines. The statement's columns `line_kind`
#'     (`"line"`, `"subtotal"`, `"total"`) and `summed_over` tell a subtotal from a missing key.}
#'   \item{`beside`}{Named figures written beside each line, with all lines in view: ranks, running and
#'     rolling figures, shares, the line before. On a footed page lines with the same `summed_over` are
#'     compared among themselves, and `per = parent()` is the subtotal above a line. See [windows].}
#'   \item{`show`}{Which lines are shown: conditions, `top(n, x, per =, ties =, others =)` or
#'     `bottom()`; `part(0.2)` in place of a number is a fifth of the lines, rounded up. Lines that tie with
#'     the last are shown too, unless `ties = "by_entry"`.
#'     `others = TRUE` gathers the rest in a line, recomputed from its entries. A subtotal is shown with
#'     any of its lines, unless a condition names `line_kind` or `summed_over`.}
#'   \item{`order`}{Columns or expressions to sort by; `falling()` for the largest first, `rising()` for
#'     the smallest, which is the rule. Subtotals stay with their lines, and their own values say which
#'     group comes first. A crosstab goes by its edge: `falling(Total)`, or `falling(receipts)`.}
#'   \item{`abreast`}{A key whose values stand side by side as columns: `abreast = paid`, or
#'     `columns_of(paid, figures =, totals =, order =, columns =, other =)` with what stands in the
#'     cells, `totals` on the `"side"`, at the `"foot"` or `"both"` (recomputed from entries), the
#'     columns sorted by a figure, or a fixed list of values: any other is then an error, or gathered
#'     under the heading `other`. At most 200 columns. A page drawn up from this one sees the lines.}
#'   \item{`layout`}{Columns to show, in order; a name is a heading; `money(x)`, `percent(x)`,
#'     `decimals(x, digits)`, `unmarked(x)` (whole numbers that are names) and `span(x)` (days, as the difference of two
#'     times is, in days and hours) are formats; halves are rounded away from zero, as `rounded()` does (with a key
#'     abreast, of all columns that hold that figure); `hide(x)` leaves a column out and `rest()` stands for
#'     all columns not named. Keys that are the start of a month, quarter, week or year print as that
#'     (`2025-03`, `2025 Q1`), and stay dates. Keys, years and columns that are called a number, an account
#'     or a code print without marks for thousands; a value that is picked from a column (`lag(x)`,
#'     `max(x)`) looks as the column does.}
#'   \item{`control`}{Totals known from elsewhere, which [tie_out()] holds the figures against:
#'     `control = c(receipts = 197389.75)` for the whole page, `totals(receipts = 42789.5, reach ==
#'     "Upper")` for some lines. They may be `given()`.}
#'   \item{`title`, `notes`}{Text for the page.}
#'   \item{`per`, `along`}{The group and the order of windows that do not say their own.}
#'   \item{`locale`}{The language whose alphabet sorts text, such as `"sv"`. Without it text is
#'     sorted by code point, the same on every machine. Needs an R built with ICU.}
#' }
#' Expressions know the functions of [words] only. A local variable may stand for one value, or for a set
#' to the right of `%in%`; it is never stretched over the rows, and a column wins over a variable of the
#' same name. Calls may stand 100 deep in each other; chains such as `a | b | c` are long, not deep. At
#' most 50 pages stand upon each other.
#'
#' @param source A [ledger()], a data frame, the path of a file, or another brief, whose shown lines
#'   are then the entries.
#' @param ... Sections by name; `section = NULL` is as if it were not there.
#' @return An object of class `idle_brief`. Printing it gives the instructions in words and the first
#'   ten lines of the statement.
#' @section Errors:
#' Classed conditions, all of class `idle_error`: `idle_unknown_section`, `idle_section_twice`,
#' `idle_unknown_column`, `idle_unknown_function`, `idle_wrong_kind`, `idle_not_determined`,
#' `idle_no_lines`, `idle_no_name`, `idle_name_twice`, `idle_bad_argument`, `idle_bad_expression`,
#' `idle_bad_length` (more than one value where one is meant), `idle_missing_constant` (a comparison with
#' a missing value), `idle_figure_misplaced`, `idle_window_misplaced`, `idle_no_order`, `idle_no_width`,
#' `idle_too_deep`, and those of [preparations].
#' @seealso [draw_up()], [tie_out()], [amend()], [narrow()], [quoted()]
#' @export
#' @examples
#' brief(demo_table("tolls"),
#'   title = "Receipts by reach",
#'   only = toll > 0,
#'   lines = reach,
#'   figures = c(passages = count(), receipts = sum(toll)),
#'   order = falling(receipts)
#' )
brief <- function(source, ...) {
  local_utf8()
  check_call_terms(sys.call())
  quos <- rlang::enquos(..., .ignore_empty = "all")
  sections <- Filter(Negate(is_taken_away), capture_sections(quos))
  new_brief(as_source(source, deparse1(substitute(source))), sections)
}

# A section of nothing but NULL.
is_taken_away <- function(items) length(items) == 1 && is.null(items[[1]]$expr)

#' Change a brief
#'
#' `amend()` gives a copy with sections replaced; `section = NULL` takes one away. `narrow()` gives
#' the same page from a part of the ledger, to check by eye: its conditions are added to `only`, so that
#' ranks and shares are of that part alone, which the page says.
#' `supply()` gives values for the `given(name)` in a brief. What kind a value is of is known from where it stands, and
#' a text
#' is read as that: `month = "2026-03"` beside a date is its first day; what cannot be read so is an error.
#'
#' @param brief A [brief()].
#' @param ... For `amend()`, sections by name; for `narrow()`, conditions on the columns of the
#'   source or of the section `columns`; for `supply()`, values by name.
#' @return A brief. Raises the same errors as [brief()].
#' @export
#' @examples
#' page <- brief(demo_table("tolls"), lines = lock, figures = c(receipts = sum(toll)))
#' amend(page, order = falling(receipts))
#' narrow(page, reach == "Upper")
#' monthly <- brief(demo_table("tolls"),
#'   only = start_of(passed_on, "month") == given(month),
#'   lines = lock, figures = c(receipts = sum(toll))
#' )
#' supply(monthly, month = as.Date("2025-03-01"))
amend <- function(brief, ...) {
  local_utf8()
  check_is_brief(brief)
  check_call_terms(sys.call())
  sections <- capture_sections(rlang::enquos(..., .ignore_empty = "all"))
  kept <- brief$sections
  for (name in names(sections)) {
    kept[[name]] <- if (!is_taken_away(sections[[name]])) sections[[name]]
  }
  new_brief(brief$source, kept, brief$given, isTRUE(brief$narrowed))
}

#' @rdname amend
#' @export
narrow <- function(brief, ...) {
  local_utf8()
  check_is_brief(brief)
  narrow_to(brief, captured_conditions(rlang::enquos(...)))
}

#' @rdname amend
#' @export
supply <- function(brief, ...) {
  local_utf8()
  check_is_brief(brief)
  values <- list(...)
  if (length(values) && any(!nzchar(rlang::names2(values)))) {
    stop_idle("bad_argument", "supply() takes values by name: supply(brief, month = ...).")
  }
  supplied(brief, values)
}

#' @rdname brief
#' @param x A brief.
#' @export
print.idle_brief <- function(x, ...) {
  local_utf8()
  say_title(page_title(x))
  say_brief(x)
  print_notes(x$notes)
  wanting <- values_wanting(x)
  if (length(wanting) > 0) {
    say_quiet(sprintf("Not drawn up: %s to be supplied. See supply().", both(sprintf("given(%s) is", wanting))))
    return(invisible(x))
  }
  cat("\n")
  print(draw_up(amend(x, title = NULL)))
  invisible(x)
}

# Where the entries come from, and each section in words.
say_brief <- function(x) {
  for (line in c(sprintf("From %s (%s)", sub("^From ", "", name_of(x$source)), said_of(x$source)), brief_words(x))) {
    inset <- if (startsWith(line, "  ")) 6 else 4
    say(trimws(line), indent = inset - 2, exdent = inset + 2)
  }
}
