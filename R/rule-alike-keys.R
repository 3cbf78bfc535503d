# Keys that differ and print alike, so that a reader sees one line twice.

room("alike_keys", "rule", place = 54, of_ledger = NULL, of_values = NULL,
  words = "keys that differ and print alike, so that one line seems to stand twice",
  example = quote(brief(demo_table("dues"), lines = rate, figures = c(dues = sum(due)),
    layout = c(decimals(rate, 1), dues))),
  twin = quote(brief(demo_table("dues"), lines = rate, figures = c(dues = sum(due)),
    layout = c(decimals(rate, 2), dues))),
  of_page = function(drawn) {
    rows <- lines_to_read(drawn)
    keys <- drawn$lines$keys
    if (length(rows) < 2 || length(keys) == 0) return(NULL)
    layout <- laid_out(drawn)
    keys_shown <- if (is.null(layout)) keys else intersect(keys, vapply(layout, `[[`, "", "name"))
    if (length(keys_shown) < length(keys)) return(NULL)
    texts <- NULL
    for (key in rev(keys)) {
      texts <- paste(texts, printed_texts(drawn, key, rows), sep = "\n")
      if (!anyDuplicated(texts)) return(NULL)
    }
    twice <- which(duplicated(texts))
    list(a_finding(sprintf(
      "Keys: %s like another, the first in %s; the values of %s differ.", if (length(twice) == 1) "1 line prints" else
        paste(count_of(length(twice), "line"), "print"), said_line(drawn, rows[twice[1]]), both(tick(keys))
    ), keys, weight = part_of_lines(drawn, rows[twice]), lines = line_columns(drawn, rows[twice])))
  }
)
