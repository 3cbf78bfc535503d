# A statement drawn: by the kind of chart that was asked for, or by the first that fits.

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
  value <- room$value(picture)
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
