#' The entries behind a figure
#'
#' Gives the detail rows that a line, a subtotal, a cell of a crosstab or a figure beside the lines was
#' made of, down to the ledger, through the pages below.
#'
#' @param x A [brief()], or a statement from [draw_up()].
#' @param ... Conditions that say which lines are meant, on keys, figures and what stands beside them:
#'   `reach == "Upper"`, `receipts > 100`. All must be met; without any it is all lines. Conditions on
#'   some of the keys give the entries of a subtotal, one on the key that stands abreast those of a
#'   cell. `line_kind == "others"` gives the lines gathered by `top(others = TRUE)`.
#' @param of The name of a figure beside the lines: then it is the entries of its frame or group, for
#'   instance of the seven lines of a rolling average, that are given.
#' @param down Whether to go down to the ledger; `FALSE` gives the lines of the page below.
#' @return A data frame of class `idle_entries` with the columns of the source and `entry`, the row's
#'   number in it. Its attribute `figures` has the figures of the page, worked from these entries
#'   alone.
#' @section Errors:
#' `idle_no_such_line` if no line meets the conditions, and those of [brief()] and [draw_up()].
#' @details
#' Conditions on keys alone are asked of the entries themselves, so that nothing is grouped or summed.
#' @seealso [proof()], [set_aside()]
#' @export
#' @examples
#' page <- brief(demo_table("tolls"), lines = c(reach, lock), figures = c(receipts = sum(toll)))
#' entries_behind(page, reach == "Upper", lock == "Tarn Foot")
#' daily <- brief(demo_table("tolls"), lines = passed_on, figures = c(receipts = sum(toll)))
#' weekly <- brief(daily, beside = c(week = rolling(mean(receipts), days(7), along = passed_on)))
#' entries_behind(weekly, passed_on == "2025-03-09", of = "week", down = FALSE)
entries_behind <- function(x, ..., of = NULL, down = TRUE) {
  local_utf8()
  items <- captured_conditions(rlang::enquos(...))
  entries_of_items(x, items, of, down)
}

entries_of_items <- function(x, items, of = NULL, down = TRUE) {
  brief <- brief_of(x, "entries_behind")
  found <- entries_meant(brief, items, of)
  if (down) found <- down_to_the_ledger(found)
  as_entries(found, brief, items, of)
}

# The entries in hand that are meant: a page worked as far as was needed, and rows of its entries.
entries_meant <- function(brief, items, of = NULL) {
  conditions <- check_conditions(items, lines_context(brief))
  named <- unique(unlist(lapply(conditions, function(condition) columns_in(condition$node))))
  if (is.null(of) && fits_at_once(brief) && can_ask_entries(brief, named, conditions)) {
    return(ask_entries(brief, conditions))
  }
  drawn <- work_brief_at_once(brief)
  rows <- meant_lines(drawn, conditions)
  if (!is.null(of)) rows <- lines_of_window(drawn, rows, of)
  entries_in_hand(drawn, rows)
}

# What a condition on the lines of a page may name.
lines_context <- function(brief) {
  columns <- as.list(brief$columns)
  if (!is.null(brief$checked$footing) || brief$grain == "lines") columns[level_columns] <- "text"
  list(columns = columns, section = "the conditions (...)", given = brief$given, windows = FALSE, entries = NULL)
}

# Conditions on keys can be asked of each entry, before lines are made.
can_ask_entries <- function(brief, named, conditions) {
  brief$grain == "lines" && all(named %in% brief$keys) && !isTRUE(attr(brief$checked$lines, "crossed")) &&
    all(vapply(lapply(brief$checked$lines, `[[`, "unbroken"), is.null, TRUE))
}

ask_entries <- function(brief, conditions) {
  drawn <- open_page(brief)
  for (name in sections_before_lines(brief)) drawn <- work_section(drawn, name)
  keys <- keys_of_entries(drawn, brief$checked$lines)
  met <- all_met(conditions, table_in_hand(function(name) keys[[name]], drawn$entries$n))
  rows <- if (is.null(met)) seq_len(drawn$entries$n) else which(met)
  if (length(rows) == 0) stop_no_such_line(conditions)
  list(drawn = drawn, rows = rows)
}

stop_no_such_line <- function(conditions) {
  stop_idle(
    "no_such_line", sprintf("No line has %s.", both(vapply(conditions, `[[`, "", "text"))),
    "Print the brief to see its lines; text must be spelt as it stands there."
  )
}

# Lines that meet the conditions; subtotals only where a condition asks for their kind.
meant_lines <- function(drawn, conditions) {
  met <- all_met(conditions, lines_table(drawn))
  rows <- if (is.null(met)) seq_len(drawn$lines$n) else which(met)
  asked <- any(vapply(conditions, function(part) any(level_columns %in% columns_in(part$node)), TRUE))
  if (!asked) rows <- intersect(rows, own_lines(drawn$lines))
  if (length(rows) == 0) stop_no_such_line(conditions)
  rows
}

# The lines that a figure beside some lines was worked from.
lines_of_window <- function(drawn, lines, of) {
  part <- Filter(function(part) part$name == of, drawn$lines$beside)
  nodes <- if (length(part)) windows_in(part[[1]]$node)
  if (length(nodes) == 0) stop_idle(
    "bad_argument", sprintf("`of` takes a figure beside the lines, and %s is none.", value_text(of)),
    meant(of, vapply(drawn$lines$beside, `[[`, "", "name"))
  )
  table <- lines_table(drawn)
  sort(unique(unlist(lapply(nodes, function(node) room_of("window", node$fn)$rows_used(node, table, lines)))))
}

# A page drawn up from a page: its entries are lines of the one below, and so on.
down_to_the_ledger <- function(found) {
  while (!is.null(found$drawn$entries$below) && !found$drawn$entries$reshaped) {
    drawn <- found$drawn
    rows <- rows_in_source(drawn$entries, found$rows)
    elsewhere <- from_elsewhere(drawn$entries, found$rows)
    below <- drawn$entries$below
    beside <- sum(found$elsewhere, elsewhere)
    found <- c(entries_in_hand(below$drawn, below$shown[rows[!elsewhere]]), list(elsewhere = beside))
  }
  found
}

as_entries <- function(found, brief, items, of) {
  drawn <- found$drawn
  names <- if (is.null(found$shown)) drawn$entries$source_names else found$shown
  number <- rows_in_source(drawn$entries, found$rows)
  if (!is.null(found$numbers)) number <- found$numbers[number]
  here <- base_rows(drawn$entries, found$rows)
  columns <- lapply(stats::setNames(nm = names), function(name) some_entries(drawn, name, here))
  places <- places_of_entries(lowest_source(brief$source), number)
  names(places) <- vapply(names(places), free_name, "", names)
  table <- as_frame(c(stats::setNames(list(number), free_name("entry", names)), places, columns), length(found$rows))
  attr(table, "what") <- list(
    title = page_title(brief), conditions = vapply(items, item_text, ""), of = of,
    source = name_of(drawn$brief$source), elsewhere = found$elsewhere
  )
  attr(table, "figures") <- figures_again(brief, drawn, found$rows)
  class(table) <- c("idle_entries", "data.frame")
  table
}

# Of many files as one ledger: the file of each entry, and its row there.
places_of_entries <- function(source, number) {
  parts <- source$parts
  if (is.null(parts)) return(list())
  ends <- cumsum(parts$n)
  file <- findInterval(number, ends, left.open = TRUE) + 1
  list(file = parts$file[file], row = as.integer(number - c(0, ends)[file]))
}

# Some rows of a column of the source; text is not made ready as a whole for them.
some_entries <- function(drawn, name, rows) {
  own <- if (is_ledger_itself(drawn$entries)) entries_of(drawn$entries$source, name)[[1]]
  if (is.character(own)) own[rows] else pick_rows(source_column(drawn$entries, name), rows)
}

# The page's figures from these entries alone; for entries of the page's own source.
figures_again <- function(brief, drawn, rows) {
  figures <- brief$checked$figures
  if (is.null(figures) || !identical(drawn$brief$sections$figures, brief$sections$figures)) return(NULL)
  part <- core_group(list(), length(rows))
  entries <- part_of_table(entries_table(drawn), rows)
  values <- if (length(rows)) work_figures(figures_of_parts(figures), part, entries)$values
  if (is.null(values)) return(NULL)
  lapply(lines_of_values(figures, values, list(), 1, new_tally()), plain_vector)
}

#' @export
print.idle_entries <- function(x, ...) {
  local_utf8()
  what <- attr(x, "what")
  if (is.null(what)) return(NextMethod())
  which <- if (length(what$conditions)) sprintf(", %s", both(what$conditions)) else ""
  of <- if (is.null(what$of)) "" else sprintf(", the frame of %s", what$of)
  say_title(sprintf("Behind %s%s%s: %s of %s", what$title, which, of, entry_count(nrow(x)), what$source))
  print_first_rows(x)
  if (isTRUE(what$elsewhere > 0)) say_quiet(sprintf(
    "Besides, %s that `prepare` made or put under them; entries_behind(..., down = FALSE) has those.",
    entry_count(what$elsewhere)
  ))
  figures <- attr(x, "figures")
  if (!is.null(figures)) say_quiet(sprintf(
    "They make: %s", paste(names(figures), vapply(figures, cell_texts, ""), collapse = ", ")
  ))
  invisible(x)
}
