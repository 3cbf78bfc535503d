# Empty text, which is a value and not missing.

room("empty", "rule", place = 9, of_page = NULL, of_values = NULL, twin = NULL, example = NULL,
  words = "empty text, which is a value and not missing (told by `look()`)",
  of_ledger = function(seen) {
    lapply(columns_of_text(seen), function(name) {
      texts <- seen$texts(name)
      cells <- sum(texts$n[folded(texts$text) == ""])
      if (cells > 0) a_finding(sprintf("`%s`: %s empty text, which is a value and not missing.", name,
        is_are(cells, "cell")), name)
    })
  }
)
