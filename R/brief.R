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
#'   \item{`prepare`}{Changes of shape, in the order given: `unpivot(columns =, names =, values =, keep =,
#'     empty =)` makes an entry of each cell of `columns` (or of all columns but those in `keep`), with
#'     the column's name in `names` and the cell in `values`; `empty = "drop"` leaves empty cells out
#'     and counts them.}
#'   \item{`columns`}{Named expressions, worked out for each entry and added to the table.}
#'   \item{`only`}{Conditions that say which entries count. A condition that is missing counts as not
#'     met, and is counted.}
#'   \item{`lines`}{What makes a line: columns or named expressions, `whole()` for one line, or
#'     `crossed(lock, month)` for every combination, also those that do not occur (their counts are
#'     0, all else is missing). Without this section each entry is a line. A missing key is a line of
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
#'   \item{`layout`}{Columns to show, in order; a name is a heading; `money(x)`, `percent(x)` and
#'     `decimals(x, digits)` are formats (with a key abreast, of all columns that hold that figure);
#'     `hide(x)` leaves a column out and `rest()` stands for all columns not named. Keys that are the
#'     start of a month, quarter, week or year print as that (`2025-03`, `2025 Q1`), and stay dates.}
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
#' @param ... Sections by name.
#' @return An object of class `idle_brief`. Printing it gives the instructions in words and the first
#'   ten lines of the statement.
#' @section Errors:
#' Classed conditions, all of class `idle_error`: `idle_unknown_section`, `idle_section_twice`,
#' `idle_unknown_column`, `idle_unknown_function`, `idle_wrong_kind`, `idle_not_determined`,
#' `idle_no_lines`, `idle_no_name`, `idle_name_twice`, `idle_bad_argument`, `idle_bad_expression`,
#' `idle_bad_length` (more than one value where one is meant), `idle_missing_constant` (a comparison with
#' a missing value), `idle_figure_misplaced`, `idle_window_misplaced`, `idle_no_order`, `idle_no_width`,
#' `idle_too_deep`.
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
  quos <- rlang::enquos(..., .ignore_empty = "all")
  new_brief(as_source(source, deparse1(substitute(source))), capture_sections(quos))
}

capture_sections <- function(quos) {
  names <- check_section_names(rlang::names2(quos))
  sections <- lapply(quos, capture_items)
  stats::setNames(sections, names)
}

meant_section <- function(name, near, known) {
  foreign <- foreign_word(name, foreign_sections)
  if (!is.null(foreign)) return(sprintf("Here that is %s.", foreign))
  if (length(near) > 0) return(sprintf("Did you mean %s?", either(tick(near))))
  sprintf("The sections are %s.", both(tick(known)))
}

check_section_names <- function(names) {
  known <- section_names()
  for (name in names) {
    if (!nzchar(name)) {
      stop_idle(
        "unknown_section", "Every section of a brief has a name, and one has none.",
        sprintf("The sections are %s.", both(tick(known)))
      )
    }
    if (!name %in% known) {
      near <- nearest(name, known)
      stop_idle(
        "unknown_section", sprintf("A brief has no section `%s`.", name),
        meant_section(name, near, known),
        section = name
      )
    }
  }
  twice <- names[duplicated(names)]
  if (length(twice) > 0) {
    stop_idle(
      "section_twice", sprintf("The section `%s` is given twice.", twice[1]),
      sprintf("Put both parts into one: %s = c(..., ...).", twice[1]),
      section = twice[1]
    )
  }
  names
}

# `sections` are the captured items by section; nothing is kept that is not checked.
new_brief <- function(source, sections, given = list(), narrowed = FALSE) {
  sections <- Filter(length, sections)
  depth <- check_pages(source)
  ctx <- list(
    columns = as.list(kinds_of(source)), entries = NULL, grain = "entries", given = given,
    keys = character(), sections = names(sections), totals = total_columns(source),
      stands_for = renamed_columns(source),
    column_notes = column_notes(source)
  )
  checked <- list()
  notes <- c(page_notes(source), shadow_notes(sections, ctx))
  for (name in intersect(section_names(), names(sections))) {
    ctx$section <- name
    section <- room_of("section", name)
    ctx$windows <- isTRUE(section$windows)
    checked[[name]] <- section$check(sections[[name]], ctx)
    ctx <- section$leaves(checked[[name]], ctx)
  }
  if (narrowed && looks_around(checked)) notes <- c(notes, paste(
    "The ledger is narrowed: ranks, shares and other figures that look at several rows are worked from this",
    "part alone.",
    "To show a part of the whole page, use the section `show`."
  ))
  checked <- with_requests(checked)
  structure(
    list(
      source = source, sections = sections, checked = checked, given = given,
      columns = columns_for_pages_above(ctx), keys = ctx$keys, grain = ctx$grain, notes = notes, depth = depth,
      narrowed = narrowed
    ),
    class = "idle_brief"
  )
}

# What a section asks of those that are worked before it is put to them here, from the last on, so that
# none of them has to know of a later one.
with_requests <- function(checked) {
  for (name in rev(section_names())) {
    asks <- room_of("section", name)$asks
    requests <- if (!is.null(asks) && !is.null(checked[[name]])) asks(checked[[name]])
    for (to in names(requests)) {
      checked[[to]] <- room_of("section", to)$grants(checked[[to]], requests[[to]])
    }
  }
  checked
}

# How many pages stand upon each other, this one included.
check_pages <- function(source) {
  depth <- pages_deep(source) + 1
  if (depth > limit("most_pages")) stop_idle(
    "too_deep", sprintf("At most %s pages stand upon each other, and this would be one more.", limit("most_pages")),
    "Draw up one of those below, and go on from its statement."
  )
  depth
}

# Subtotals stay on their page, and so do the columns that mark them.
columns_for_pages_above <- function(ctx) {
  if (is.null(ctx$level_sets)) ctx$columns else ctx$columns[setdiff(names(ctx$columns), level_columns)]
}

# Where a local variable has the name of a column, the column wins, and the page says so.
shadow_notes <- function(sections, ctx) {
  variables <- unique(unlist(lapply(sections, function(items) {
    lapply(items, function(item) names(item$values))
  })))
  shadowed <- intersect(variables, names(ctx$columns))
  if (length(shadowed) == 0) return(character())
  sprintf("%s is a column and also a variable outside; the column is used.", tick(shadowed))
}

#' Change a brief
#'
#' `amend()` gives a copy with sections replaced; `section = NULL` takes one away. `narrow()` gives
#' the same page from a part of the ledger, to check by eye: its conditions are added to `only`, so that
#' ranks and shares are of that part alone, which the page says.
#' `supply()` gives values for the `given(name)` in a brief.
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
  sections <- capture_sections(rlang::enquos(..., .ignore_empty = "all"))
  kept <- brief$sections
  for (name in names(sections)) {
    gone <- length(sections[[name]]) == 1 && is.null(sections[[name]][[1]]$expr)
    kept[[name]] <- if (gone) NULL else sections[[name]]
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

# Conditions given one by one; one that bears a name was meant to have two equals signs.
captured_conditions <- function(quos) {
  unlist(unname(Map(capture_items, quos, rlang::names2(quos))), recursive = FALSE)
}

narrow_to <- function(brief, items) {
  sections <- brief$sections
  sections$only <- c(sections$only, items)
  new_brief(brief$source, sections, brief$given, narrowed = TRUE)
}

# Whether there are windows on a page, which see other rows.
looks_around <- function(checked) {
  any(vapply(nodes_within(checked), function(node) identical(node$type, "window"), TRUE))
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

check_is_brief <- function(x) {
  if (!is_brief(x)) {
    stop_idle(
      "bad_argument", sprintf("This takes a brief, and got %s.", a_thing(x)),
      "Make one with brief(source, lines = ..., figures = ...)."
    )
  }
  x
}

a_thing <- function(x) sprintf("an object of class %s", tick(class(x)[1]))

# The instructions in words, one line each.
brief_words <- function(brief) {
  unlist(lapply(intersect(section_names(), names(brief$checked)), function(name) {
    room_of("section", name)$words(brief$checked[[name]])
  }))
}
