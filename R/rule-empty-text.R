# Empty text, which is a value and not missing.

room("empty", "rule", place = 9, of_ledger = NULL, of_page = NULL,
  words = "empty text in a key, which is a value and not missing",
  example = quote(brief(transform(demo_table("dues"), wharf = replace(wharf, 9, "")), lines = wharf,
    figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)))),
  of_values = function(seen) {
    lapply(columns_of_text(seen, seen$bare), function(name) {
      texts <- seen$texts(name)$text
      blank <- texts[squeezed(texts) == ""]
      rows <- if (length(blank)) rows_of_texts(seen, name, blank)
      if (length(rows)) a_finding(sprintf("Empty: `%s`: %s empty text, which is a value and not missing.", name,
        is_are(length(rows), "cell")), name, rows, carried = if (length(rows) == 1) "it carries" else "they carry")
    })
  }
)
