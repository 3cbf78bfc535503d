# Empty text, which is a value and not missing.

room("empty", "rule", place = 9, repair = NULL, of_page = NULL, of_ledger = function(columns, n) {
  each_column(columns, is_text_vector, function(x, name) {
    blank <- match("", folded(texts_of(x)))
    if (is.na(blank)) return(NULL)
    cells <- sum(codes_of(x) %in% which(folded(texts_of(x)) == ""))
    sprintf("`%s`: %s empty text, which is a value and not missing.", name, is_are(cells, "cell"))
  })
})
