# Values that are no number, and infinite ones.

room("no_numbers", "rule", place = 10, of_page = NULL, of_values = NULL, twin = NULL, example = NULL,
  words = "values that are no number (NaN) or infinite (told by `look()`; a figure counts those that it met)",
  of_ledger = function(seen) {
    do.call(c, lapply(Filter(function(name) seen$kind(name) == "double", seen$all), function(name) {
      x <- seen$column(name)
      nan <- sum(is.nan(x))
      endless <- sum(is.infinite(x))
      list(
        if (nan > 0) a_finding(sprintf("`%s`: %s no number (NaN).", name, is_are(nan, "value")), name),
        if (endless > 0) a_finding(sprintf("`%s`: %s infinite.", name, is_are(endless, "value")), name)
      )
    }))
  }
)
