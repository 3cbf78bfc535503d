# Names that promise a width that the frame has not: "rolling", "week" or "7" over a running figure, or over other rows.

room("widths", "rule", place = 36, of_ledger = NULL, of_values = NULL,
  words = "a running figure, from the first row on, under a name that promises a width (`week`, `rolling`, `avg_7`),
    and a frame whose width is not the number in its name",
  example = quote(brief(brief(demo_table("dues"), lines = paid_on, figures = c(dues = sum(due))),
    beside = c(week_mean = running(mean(dues), along = paid_on)))),
  twin = quote(brief(brief(demo_table("dues"), lines = paid_on, figures = c(dues = sum(due))),
    beside = c(week_mean = rolling(mean(dues), days(7), along = paid_on, partial = TRUE)))),
  of_page = function(drawn) {
    lapply(Filter(function(one) !is.null(one$node$frame), windows_of(drawn)), width_promised)
  }
)

width_names <- paste0(
  "rolling|moving|smooth|(^|_)(ma|sma|roll|window|week|weekly|fortnight|trailing|last|past)(_|$|[0-9])",
  "|[0-9]+_?(d|day|days|w|week|weeks|m|month|months|row|rows)(_|$)|(^|_)(avg|mean|ma|sum|total|roll)_?[0-9]+$|week$")
to_date_names <- "to_date|so_far|ytd|mtd|qtd|cumul|running|cum_|(^|_)cum(_|$)"

width_promised <- function(one) {
  name <- small_letters(one$name)
  promised <- number_promised(name)
  running <- one$node$frame$behind$unit == "end"
  if (running && grepl("(^|_)(ytd|year_to_date|mtd|month_to_date)(_|$)", name)) return(runs_on(one))
  if (running) {
    if (!grepl(width_names, name) || grepl(to_date_names, name)) return(NULL)
    figure <- figures_in(one$node$figure)[[1]]
    return(a_finding(sprintf(
      "Widths: `%s` runs from the first row on, and its name promises a width; say rolling(%s, %s).", one$name,
      node_label(one$node$figure), if (is.null(promised)) "days(7)" else promised
    ), c(one$name, columns_in(figure)), weight = 1))
  }
  width <- one$node$frame$behind$n + one$node$frame$ahead$n + if (one$node$frame$behind$unit == "rows") 1 else 0
  if (by_calendar(one$node$frame)) width <- one$node$frame$width$n
  wrong <- !is.null(promised) && length(width) == 1 && !promised %in% widths_that_fit(width, one$node$frame)
  if (wrong) a_finding(sprintf("Widths: `%s` promises %s and its frame holds %s.", one$name, promised, width_said(
    width, one$node$frame)), one$name, weight = 1)
}

# A figure of the year to date that goes on over the turn of the year.
runs_on <- function(one) {
  days <- days_along(one)
  unit <- if (grepl("mtd|month", small_letters(one$name))) "month" else "year"
  if (is.null(days)) return(NULL)
  period <- core_date_part(days, paste0("start_of_", unit), 1L)
  group <- core_group_numbers(window_groups(one$node$per, one$table))
  over <- tapply(period, group, function(one) length(unique(one)))
  if (any(over > 1)) a_finding(sprintf(
    "Widths: `%s` runs on over the turn of the %s; begin anew with per = start_of(%s, \"%s\").", one$name, unit,
    node_label(one$node$along[[1]]$node), unit
  ), one$name, weight = 1)
}

# The number in a name that says how wide a frame is: avg_7, week_4, 30_days.
number_promised <- function(name) {
  pattern <- "^.*?([0-9]+)_?(d|day|days|w|week|weeks|m|month|months|row|rows)?$"
  if (grepl("^(q|h|w|m|y|p|x|v|r|f)[0-9]+$", name) || !grepl(width_names, name)) return(NULL)
  number <- if (grepl(pattern, name, perl = TRUE)) as.numeric(sub(pattern, "\\1", name, perl = TRUE))
  if (isTRUE(number > 1 && number <= 366)) number
}

widths_that_fit <- function(width, frame) {
  unit <- if (by_calendar(frame)) frame$width$unit else "rows"
  c(width, switch(unit, weeks = 7 * width, months = c(30, 31, 28) * width, years = c(12, 365, 366, 52) * width,
    quarters = c(3, 90, 91, 92, 13) * width, days = if (width %% 7 == 0) width / 7))
}

width_said <- function(width, frame) {
  unit <- if (by_calendar(frame)) frame$width$unit else "rows"
  count_of(width, sub("s$", "", unit))
}
