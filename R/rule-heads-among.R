# The heads of the columns once more among the entries, as where files were put under each other.

room("heads_among", "rule", place = 0.2, of_ledger = NULL, of_page = NULL,
  words = "the heads of the columns once more among the entries, as where files were put under each other",
  example = quote(brief(rbind(demo_table("dues"), transform(demo_table("dues")[1, ], wharf = "wharf", goods = "goods")),
    lines = wharf, figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)))),
  of_values = function(seen) {
    columns <- columns_of_text(seen)
    hits <- lapply(columns, function(name) {
      texts <- seen$texts(name)$text
      own <- texts[plain_name(texts) == plain_name(name)]
      if (length(own)) rows_of_texts(seen, name, own) else integer()
    })
    rows <- Reduce(intersect, hits[lengths(hits) > 0])
    enough <- sum(lengths(hits) > 0) >= 2 || length(columns) == 1 && seen$n > 1 && length(seen$all) > 1 &&
      nothing_else(seen, columns, rows)
    if (length(rows) == 0 || !enough || length(rows) > 0.1 * seen$n) return(NULL)
    at <- which(lengths(hits) > 0)[1]
    list(a_finding(sprintf("Heads: %s the heads of the columns, the first in %s.", if (length(rows) == 1)
      "1 entry is" else paste(entry_count(length(rows)), "are"), seen$row(rows[1])), columns[lengths(hits) > 0], rows,
    repair = a_repair("only", without_texts(columns[at], plain_vector(pick_rows(as_text_vector(
      seen$column(columns[at])), rows[1])))), alien = TRUE))
  }
)

plain_name <- remembering(function(x) gsub("[^[:alnum:]]", "", small_letters(x)))

# Whether entries have nothing in all columns but some.
nothing_else <- function(seen, columns, rows) {
  others <- setdiff(seen$all, columns)
  all(vapply(others, function(name) all(is_missing_value(pick_rows(seen$column(name), rows))), TRUE))
}
