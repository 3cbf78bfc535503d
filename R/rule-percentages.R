# Percentages of percentages: values that are percentages already, printed as a hundred times as much.

room("percentages", "rule", place = 58, of_ledger = NULL, of_values = NULL,
  words = "`percent()` over values that are percentages already, so that 45 prints as 4500%, and amounts times a
    percentage that nobody divided by 100",
  example = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)),
    beside = c(part = 100 * share(dues)), layout = c(wharf, dues, percent(part)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)),
    beside = c(part = share(dues)), layout = c(wharf, dues, percent(part)))),
  of_page = function(drawn) {
    c(printed_hundredfold(drawn), times_a_percentage(drawn))
  }
)

printed_hundredfold <- function(drawn) {
  rows <- lines_to_read(drawn)
  parts <- Filter(function(part) identical(part$format$fn, "percent"), laid_out(drawn))
  lapply(parts, function(part) {
    x <- drawn$lines$columns[[part$name]]
    x <- if (is_number_column(x)) abs(as_plain_number(x)[rows])
    x <- x[is.finite(x) & x != 0]
    if (length(x) == 0 || stats::median(x) <= 5) return(NULL)
    a_finding(sprintf(
      "Percentages: `%s` prints as a percentage, and half of its values are above %s; a ratio of 1 prints as 100%%.",
      part$name, exact_text(stats::median(x))
    ), part$name, weight = 1)
  })
}

named_as_percentage <- remembering(function(names) {
  grepl("(^|_)(pct|percent|percentage|perc)(_|$)", small_letters(names))
})

# Columns that are percentages by their names, and since their values go beyond one.
percent_columns <- function(seen) {
  Filter(function(name) isTRUE(max(seen$numbers(name)$value, 0) > 2), seen$all[named_as_percentage(seen$all)])
}

# A column of percentages as a factor where no hundred is divided by.
times_a_percentage <- function(drawn) {
  seen <- values_of_page(drawn)
  percents <- if (!is.null(seen)) percent_columns(seen)
  if (length(percents) == 0) return(NULL)
  parts <- c(drawn$brief$checked$columns, drawn$brief$checked$figures)
  lapply(parts, function(part) {
    nodes <- c(nodes_of(part$node), do.call(c, lapply(figures_in(part$node), function(node) nodes_of(node$args))))
    hundred <- any(vapply(nodes, function(node) node$type == "value" && isTRUE(node$value %in% c(100, 0.01)), TRUE))
    times <- Filter(function(node) is_call_of(node, "*") && length(columns_in(node)) > 1, nodes)
    factors <- do.call(c, lapply(times, function(node) unname(node$args)))
    names <- unlist(lapply(factors, function(arg) if (arg$type == "column") arg$name))
    odd <- intersect(names, percents)
    if (hundred || length(odd) == 0) return(NULL)
    a_finding(sprintf(
      "Percentages: `%s` multiplies by `%s`, whose values go up to %s, and nothing is divided by 100.", part$name,
        odd[[1]],
      exact_text(max(seen$numbers(odd[[1]])$value))
    ), c(part$name, odd[[1]]), weight = 1)
  })
}
