# A striking figure behind which stand one or two entries, where other lines have many.

room("few_entries", "rule", place = 31, of_ledger = NULL, of_values = NULL,
  words = "a mean, ratio or rate that lies far outside of all others, behind which stand one or two entries where
    half of the lines have five or more",
  example = quote(brief(transform(demo_table("dues"), wharf = replace(wharf, 9, "Elm"), due = replace(due, 9, 99)),
    lines = wharf, figures = c(typical = mean(due)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(typical = mean(due)))),
  of_page = function(drawn) {
    own <- own_lines(drawn$lines)
    if (length(drawn$lines$not_additive) == 0 || length(own) < 3) return(NULL)
    entries <- line_entries_of(drawn, own)
    if (stats::median(entries) < 5 || min(entries[entries > 0]) > 2) return(NULL)
    lapply(drawn$lines$figures, function(figure) few_behind(drawn, figure, own, entries))
  }
)

few_behind <- function(drawn, figure, own, entries) {
  x <- drawn$lines$columns[[figure$name]]
  if (!figure$name %in% drawn$lines$not_additive || !kind_of(x) %in% c("double", "integer")) return(NULL)
  if (figure$node$type == "figure" && !is_average(figure$node)) return(NULL)
  x <- as_plain_number(pick_rows(x, own))
  ends <- unique(c(which.max(x), which.min(x)))
  few <- ends[entries[ends] <= 2 & entries[ends] > 0]
  few <- few[stands_out(x[few], x[entries > 2])]
  if (length(few) == 0) return(NULL)
  a_finding(sprintf(
    "Few: the %s `%s`, %s in %s, has %s behind it, where half of the lines have %s or more.",
    if (few[1] == which.max(x)) "largest" else "smallest", figure$name, exact_text(x[few[1]]),
    line_words(drawn, own[few[1]]), entry_count(entries[few[1]]), big_mark(floor(stats::median(entries)))
  ), figure$name, weight = length(few) / length(own), lines = line_columns(drawn, own[few]))
}

# Beyond all others by half of what lies between them.
stands_out <- function(values, others) {
  others <- others[is.finite(others)]
  if (length(others) == 0) return(rep(FALSE, length(values)))
  far <- diff(range(others)) / 2
  values > max(others) + far | values < min(others) - far
}
