# Ratios averaged or added up: each entry counts the same, whatever it is a ratio of.

room("ratios", "rule", place = 29, of_ledger = NULL, of_values = NULL,
  words = "ratios of entries that are averaged or added up, where the ratio of the totals may be meant",
  example = quote(brief(demo_table("dues"), columns = c(each = due / tonnes), lines = wharf,
    figures = c(per_tonne = mean(each)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(per_tonne = sum(due) / sum(tonnes)))),
  of_page = function(drawn) {
    columns <- drawn$brief$checked$columns
    made <- stats::setNames(lapply(columns, `[[`, "node"), vapply(columns, `[[`, "", "name"))
    each_figure_call(drawn, function(figure, node) ratio_averaged(figure, node, made, drawn))
  }
)

ratio_averaged <- function(figure, node, made, drawn) {
  x <- node$args$x
  if (is.null(x) || !(averages_of(node) || is_total(node)) || !is.null(node$args$weight)) return(NULL)
  ratio <- if (x$type == "column") made[[x$name]] else x
  parts <- if (is_call_of(ratio, "/")) unname(ratio$args) else
    if (x$type == "column" && averages_of(node) && grepl(rate_names, small_letters(x$name))) parts_of_rate(x$name,
      drawn)
  if (length(parts) != 2 || !all(lengths(lapply(parts, columns_in)) > 0)) return(rate_averaged(figure, node, drawn))
  labels <- vapply(parts, node_label, "")
  does <- if (averages_of(node)) c("averages", "weighs each entry alike") else c("adds up", "is a total of ratios")
  a_finding(sprintf(
    "Ratios: `%s` %s ratios of %s to %s, which %s; the ratio of the totals is sum(%s) / sum(%s).", figure$name,
    does[1], labels[1], labels[2], does[2], labels[1], labels[2]
  ), unlist(lapply(parts, columns_in)), weight = 1, repair = if (figure$node$type == "figure" &&
    averages_of(node)) a_repair(
    "figures", call("/", call("sum", parsed(labels[1])), call("sum", parsed(labels[2]))), name = figure$name,
      instead = TRUE
  ))
}

# A column that is a mean or a ratio by its name alone: each entry counts the same, whatever it is a mean of.
rate_averaged <- function(figure, node, drawn) {
  x <- node$args$x
  if (!averages_of(node) || x$type != "column" || !is.null(drawn$entries$below)) return(NULL)
  if (!grepl(mean_names, small_letters(x$name))) return(NULL)
  a_finding(sprintf(
    "Ratios: `%s` averages `%s`, which reads like a mean or a ratio already, and weighs each entry alike; %s.",
    figure$name, x$name, "mean(x, weight = ...) weighs it by what it is a ratio to"
  ), x$name, weight = 1)
}

mean_names <- "(^|_)(avg|average|mean|pct|percent|percentage|ratio|rate|rates)(_|$)"

# A figure that can be weighed.
averages_of <- function(node) "weight" %in% names(room_of("figure", node$fn)$args)

parsed <- function(text) str2lang(text)

# A column with the name of a rate that is, entry by entry, one of two others divided by the other.
parts_of_rate <- function(name, drawn) {
  seen <- values_of_page(drawn)
  if (is.null(seen) || !name %in% seen$all || !seen$kind(name) %in% c("double", "integer") || seen$n < 10) return(NULL)
  rows <- even_rows(seen$n, 200)
  value <- function(name) as_plain_number(pick_rows(seen$column(name), rows))
  x <- value(name)
  others <- setdiff(columns_of_numbers(seen, seen$all), name)
  if (length(others) < 2 || length(others) > 30 || length(unique(x)) < 5) return(NULL)
  values <- lapply(others, value)
  for (a in seq_along(others)) for (b in setdiff(seq_along(others), a)) {
    near <- abs(x * values[[b]] - values[[a]]) <= 0.0051 + 1e-6 * abs(values[[a]])
    if (length(unique(values[[b]])) >= 5 && isTRUE(mean(near, na.rm = TRUE) >= 0.95)) {
      return(lapply(others[c(a, b)], function(name) list(type = "column", name = name, kind = "double")))
    }
  }
}
