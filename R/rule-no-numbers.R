# Values that are no number, and infinite ones.

room("no_numbers", "rule", place = 10, repair = NULL, of_page = NULL, of_ledger = function(columns, n) {
  each_column(columns, is_plain_double, function(x, name) {
    nan <- sum(is.nan(x))
    endless <- sum(is.infinite(x))
    c(
      if (nan > 0) sprintf("`%s`: %s no number (NaN).", name, is_are(nan, "value")),
      if (endless > 0) sprintf("`%s`: %s infinite.", name, is_are(endless, "value"))
    )
  })
})
