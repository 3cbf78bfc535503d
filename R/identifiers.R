# Columns that tell entries apart and are no amounts: by their name, or since they count on from entry to entry.

# Texts of one shape, with figures in them: AB-00123.
of_one_shape <- remembering(function(texts) {
  if (!any(grepl("[0-9]", texts))) return(FALSE)
  shapes <- table(gsub("[A-Za-z]", "A", gsub("[0-9]", "9", texts)))
  max(shapes) >= 0.98 * length(texts)
})

# Whether nearly each entry has a value of its own by which it goes.
is_identifier <- function(seen, name) {
  if (seen$n < 20) return(FALSE)
  texts <- seen$texts(name)
  if (!is.null(texts)) {
    return(length(texts$text) >= 0.95 * sum(texts$n) && (named_as_identifier(name) || of_one_shape(texts$text)))
  }
  numbers <- seen$numbers(name)
  if (is.null(numbers) || numbers$sampled || length(numbers$value) < 0.95 * sum(numbers$n)) return(FALSE)
  if (!all(numbers$value == floor(numbers$value))) return(FALSE)
  named_as_identifier(name) || nearly_counts_on(as_plain_number(seen$column(name)))
}

# Numbers of which nearly each is the one before and one more.
nearly_counts_on <- function(x) {
  steps <- diff(x)
  length(steps) > 0 && sum(steps == 1, na.rm = TRUE) >= 0.95 * length(steps)
}
