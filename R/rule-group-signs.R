# Signs that go by a column, as those of charges and refunds do, but for a few entries.

room("group_signs", "rule", place = 22, of_ledger = NULL, of_page = NULL,
  words = "signs that go by a column (charges above zero, refunds below) but for a few entries",
  example = quote(brief(transform(demo_table("dues"), due = ifelse(goods == "coal" & slip != 5013, -due, due)),
    lines = wharf, figures = c(dues = sum(due)))),
  twin = quote(brief(transform(demo_table("dues"), due = ifelse(goods == "coal", -due, due)), lines = wharf,
    figures = c(dues = sum(due)))),
  of_values = function(seen) {
    if (seen$n < limit("fewest_to_judge") || seen$n > limit("most_to_compare")) return(NULL)
    lapply(columns_of_numbers(seen), function(name) {
      values <- seen$numbers(name)
      if (length(values$value) == 0 || values$value[1] >= 0 || max(values$value) <= 0) return(NULL)
      x <- sign(as_plain_number(seen$column(name)))
      found <- lapply(columns_of_text(seen), signs_by, seen = seen, x = x, name = name)
      found <- without_null(found)
      if (length(found)) found[[1]]
    })
  }
)

signs_by <- function(seen, x, name, by) {
  texts <- seen$texts(by)
  if (length(texts$text) < 2 || length(texts$text) > 20) return(NULL)
  group <- codes_of(as_text_vector(seen$column(by)))
  known <- which(!is.na(group) & !is.na(x) & x != 0)
  sizes <- tabulate(group[known], max(group, 1, na.rm = TRUE))
  below <- tabulate(group[known][x[known] < 0], length(sizes))
  rare <- pmin(below, sizes - below)
  there <- sizes > 0
  own <- ifelse(below > sizes / 2, -1, 1)
  if (any(rare[there] > 0.05 * sizes[there]) || length(unique(own[there])) < 2 || sum(rare) == 0) return(NULL)
  if (any(sizes[rare > 0] < 20)) return(NULL)
  rows <- known[x[known] != own[group[known]]]
  value <- plain_vector(pick_rows(as_text_vector(seen$column(by)), rows[1]))
  a_finding(sprintf(
    "Signs: `%s` goes by `%s`, but %s %s another sign than the rest of %s, the first in %s (%s).", name, by,
    entry_count(length(rows)), if (length(rows) == 1) "has" else "have", if (length(rows) == 1) "its kind" else
      "their kind", seen$row(rows[1]), value
  ), c(name, by), rows)
}
