#' Draw a chart
#'
#' Draws a statement as the picture that fits it: groups as bars, dates as a line, shares as bars with percentages, a
#' crosstab as a grid, subtotals as steps to the total, ranks as dots, unbroken runs as bars along a calendar, entries
#' as a distribution. The [kinds][charts] can be named. What comes back is a ggplot object, to which layers can be
#' added, and which `ggplot2::ggsave("receipts.png", chart(page))` puts into a file; `plot()` and `ggplot2::autoplot()`
#' give the same.
#'
#' The title is that of the page; below it stand the figure, its unit and the keys; the caption says from which source,
#' as drawn up when, and what is left out of the page or of the picture. Numbers and dates are written as in the
#' statement. Many groups are gathered into "and n others" where their figure may be added up, and left out, which is
#' said, where not; a course leaves them out too where their sum is more than ten times all that it draws.
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
chart.idle_book <- function(x, kind = NULL, size = c("screen", "page", "slide"), why = FALSE, ...) {
  local_utf8()
  draw_chart(draw_up(x), rlang::enquo(kind), size_named(size), isTRUE(why))
}

#' @export
chart.default <- function(x, ...) {
  stop_idle("bad_argument", sprintf(
    "chart() takes a statement, a brief, a tie-out or differences, and got %s.", a_thing(x)
  ), "A page is made of a table by brief(table, lines = ..., figures = ...).")
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
