# Growth and ratios over a base below zero: the sign of the result says the opposite of what happened.

room("growth", "rule", place = 39, of_ledger = NULL, of_values = NULL,
  words = "growth or a ratio over a base that is below zero in some lines, where its sign says the opposite",
  example = quote(brief(data.frame(year = 2021:2024, result = c(50, -20, 30, 40)), lines = year,
    figures = c(result = sum(result)), beside = c(growth = (result - lag(result, along = year)) / lag(result,
      along = year)))),
  twin = quote(brief(data.frame(year = 2021:2024, result = c(50, 20, 30, 40)), lines = year,
    figures = c(result = sum(result)), beside = c(growth = (result - lag(result, along = year)) / lag(result,
      along = year)))),
  of_page = function(drawn) {
    parts <- drawn$brief$checked$beside
    lines <- if (length(parts)) lines_before_others(drawn)
    lapply(parts, function(part) {
      divisions <- Filter(function(node) is_call_of(node, "/"), nodes_of(part$node, "window"))
      for (node in divisions) {
        found <- base_of_growth(drawn, part, node$args[[2]], lines)
        if (!is.null(found)) return(found)
      }
    })
  }
)

base_of_growth <- function(drawn, part, base, lines) {
  if (length(columns_read(base)) == 0 || !base$kind %in% c("double", "integer")) return(NULL)
  values <- as_plain_number(evaluate_column(base, lines$table))
  below <- which(values < 0)
  rows <- lines$rows[below]
  if (length(rows) == 0 || !any(values > 0, na.rm = TRUE)) return(NULL)
  a_finding(sprintf(
    "Growth: `%s` divides by %s, which is below zero in %s, the first in %s: %s.", part$name, node_label(base),
    count_of(length(rows), "line"), said_line(drawn, rows[1]), exact_text(values[below[1]])
  ), part$name, weight = length(rows) / lines$table$n, lines = line_columns(drawn, rows))
}
