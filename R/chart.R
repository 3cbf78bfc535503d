#' Draw a chart
#'
#' Draws a statement as the picture that fits it: groups as bars, dates as a line, shares as bars with percentages, a
#' crosstab as a grid, subtotals as steps to the total, ranks as dots, unbroken runs as bars along a calendar, entries
#' as a distribution. The [kinds][charts] can be named. What comes back is a ggplot object, to which layers can be
#' added; `plot()` and `ggplot2::autoplot()` give the same.
#'
#' The title is that of the page; below it stand the figure, its unit and the keys; the caption says from which source,
#' as drawn up when, and what is left out of the page or of the picture. Numbers and dates are written as in the
#' statement. Many groups are gathered into "and n others" where their figure may be added up, and left out, which is
#' said, where not.
#'
#' @param x A statement, a [brief()] (which is drawn up first), the result of [tie_out()] or of [differences()].
#' @param kind A kind of chart as the section `chart` has it, such as `bars(receipts)`: see [charts]. By default that
#'   of the section, or the one that fits.
#' @param column For differences, the name of the column to draw; by default the first that has some.
#' @param size `"screen"`, `"page"` or `"slide"`: how large letters are, for a picture of 10, 6.5 or 13 inches width.
#' @param why Whether the caption says why this kind was chosen.
#' @param ... Not used.
#' @return A ggplot object, for `plot()` drawn and unseen. Raises `idle_no_package` without ggplot2, `idle_no_chart` for
#'   a page that nothing fits (it has no figure that is a number, or no lines), and the errors of [brief()] for `kind`.
#' @seealso [charts], [chart_tie_out()], [report()]
#' @export
#' @examplesIf requireNamespace("ggplot2", quietly = TRUE)
#' page <- brief(demo_table("tolls"), lines = lock, figures = c(receipts = sum(toll), passages = count()))
#' chart(page)
#' chart(page, bars(passages, most = 5), why = TRUE)
#' chart(brief(demo_table("tolls"), lines = c(month = start_of(passed_on, "month")), figures = c(r = sum(toll))))
chart <- function(x, ...) UseMethod("chart")

#' @rdname chart
#' @export
chart.idle_statement <- function(x, kind = NULL, size = c("screen", "page", "slide"), why = FALSE, ...) {
  local_utf8()
  draw_chart(x, rlang::enquo(kind), size_named(size), isTRUE(why))
}

#' @rdname chart
#' @export
chart.idle_brief <- function(x, kind = NULL, size = c("screen", "page", "slide"), why = FALSE, ...) {
  local_utf8()
  draw_chart(draw_up(x), rlang::enquo(kind), size_named(size), isTRUE(why))
}

#' @export
chart.default <- function(x, ...) {
  stop_idle("bad_argument", sprintf(
    "chart() takes a statement, a brief, a tie-out or differences, and got %s.", a_thing(x)
  ))
}

size_named <- function(size) {
  size <- size[1]
  if (is_one_text(size) && size %in% names(chart_sizes)) return(size)
  stop_idle("bad_argument", sprintf("size is %s, and got %s.", either(dQuote(names(chart_sizes), FALSE)),
    value_text(size)[1]))
}

draw_chart <- function(statement, quo, size = "screen", why = FALSE) {
  need_package("ggplot2", "charts")
  if (is.null(statement_part(statement, "brief"))) stop_idle(
    "bad_argument", "This table was a statement, and its brief is lost.", "Draw the statement up again."
  )
  asked <- chart_asked(statement, quo)
  picture <- picture_of(statement)
  chosen <- if (is.null(asked)) fitting_kind(picture) else list(kind = asked$kind, reason = "it was asked for")
  room <- room_of("chart", chosen$kind)
  asked <- c(asked$options, chosen, list(size = chart_sizes[[size]], width = chart_widths[[size]], why = why))
  for (option in names(room$args)) if (is.null(asked[[option]]) && !is.null(room$args[[option]])) {
    asked[[option]] <- room$args[[option]]
  }
  if (is.null(asked$x)) asked$x <- value_for(room, picture, chosen$kind)
  if (length(picture$lines) == 0) stop_idle("no_chart", "The page has no lines to draw.")
  values <- picture$statement[[asked$x]][picture$lines]
  if (!is.null(values) && all(is_missing_value(values) | is.numeric(values) & !is.finite(values))) stop_idle(
    "no_chart", sprintf("%s has no value that can be drawn, in any line.", tick(asked$x))
  )
  room$draw(picture, asked)
}

# Characters of a line of text below the title, for pictures of 10, 6.5 and 13 inches.
chart_widths <- c(screen = 115, page = 88, slide = 105)

value_for <- function(room, picture, kind) {
  fits <- length(picture_keys(picture)) || length(picture$columns)
  value <- if (fits) tryCatch(room$value(picture), error = function(e) NA)
  if (length(value) && !is.na(value)) return(value)
  stop_idle("no_chart", sprintf("The page has nothing that %s() could draw.", kind),
    "Leave the kind out for one that fits, or name a figure.")
}

# What was asked for now, else by the section of the brief; checked as if it stood there.
chart_asked <- function(statement, quo) {
  brief <- statement_part(statement, "brief")
  if (rlang::quo_is_null(quo)) return(brief$checked$chart)
  if (rlang::quo_is_symbol(quo) && !has_room("chart", rlang::as_name(quo))) {
    value <- tryCatch(rlang::eval_tidy(quo), error = function(e) NULL)
    if (is_one_text(value)) quo <- rlang::new_quosure(as.name(value), rlang::quo_get_env(quo))
  }
  if (is.character(rlang::quo_get_expr(quo))) quo <- rlang::quo_set_expr(quo, as.name(rlang::quo_get_expr(quo)))
  sections <- brief$sections
  sections$chart <- capture_sections(rlang::quos(chart = !!quo))$chart
  new_brief(brief$source, sections, brief$given, isTRUE(brief$narrowed))$checked$chart
}

fitting_kind <- function(picture) {
  for (kind in rooms_of("chart")) {
    reason <- room_of("chart", kind)$suits(picture)
    if (!is.null(reason)) return(list(kind = kind, reason = reason))
  }
  stop_idle("no_chart", "The page has no figure that could be drawn.",
    "A chart shows a number for each line: add figures = c(receipts = sum(toll)).")
}

#' @rdname chart
#' @exportS3Method ggplot2::autoplot
autoplot.idle_statement <- function(x, ...) chart(x, ...)

#' @rdname chart
#' @exportS3Method ggplot2::autoplot
autoplot.idle_brief <- function(x, ...) chart(x, ...)

#' @rdname chart
#' @exportS3Method ggplot2::autoplot
autoplot.idle_tie_out <- function(x, ...) chart(x, ...)

#' @rdname chart
#' @exportS3Method ggplot2::autoplot
autoplot.idle_differences <- function(x, ...) chart(x, ...)

#' @rdname chart
#' @export
plot.idle_statement <- function(x, ...) draw_now(chart(x, ...))

#' @rdname chart
#' @export
plot.idle_brief <- function(x, ...) draw_now(chart(x, ...))

#' @rdname chart
#' @export
plot.idle_tie_out <- function(x, ...) draw_now(chart(x, ...))

#' @rdname chart
#' @export
plot.idle_differences <- function(x, ...) draw_now(chart(x, ...))

draw_now <- function(plot) {
  print(plot)
  invisible(plot)
}
