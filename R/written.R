# Values as texts that read as the same values again.

number_written <- function(x) core_number_texts(as.double(x))

# Times by ISO 8601 with all of their seconds, as they stand in their own zone; dates as yyyy-mm-dd.
moment_written <- function(x) {
  if (inherits(x, "Date")) return(ifelse(is.na(x), NA, day_text(x)))
  seconds <- as.double(unclass(x))
  parts <- any(seconds != floor(seconds), na.rm = TRUE)
  text <- format(x, if (parts) "%Y-%m-%dT%H:%M:%OS6" else "%Y-%m-%dT%H:%M:%S")
  if (parts) text <- sub("0+$", "", text)
  offset <- sub("(..)$", ":\\1", format(x, "%z"))
  ifelse(is.na(x), NA, paste0(four_digits(sub("[.]$", "", text)), ifelse(offset == "+00:00", "Z", offset)))
}

# A column as text for a file; missing values stay missing.
column_written <- function(column) {
  if (is_plain_double(column)) return(number_written(column))
  if (is_moment_vector(column)) return(moment_written(column))
  as.character(column)
}

# A value as R would write it.
constant_text <- function(value) {
  if (inherits(value, "Date")) return(sprintf("as.Date(%s)", constant_text(day_text(value))))
  if (inherits(value, "POSIXct")) return(sprintf(
    "as.POSIXct(%s, tz = %s, origin = \"1970-01-01\")", constant_text(as.double(unclass(value))),
      constant_text(time_zone(value))
  ))
  if (inherits(value, "integer64")) return(sprintf("bit64::as.integer64(%s)", constant_text(as.character(value))))
  paste(deparse(value, width.cutoff = 500L, control = c("keepNA", "keepInteger", "niceNames", "showAttributes",
    "digits17")), collapse = " ")
}

# A text in quotes, as JSON and YAML have it.
json_text <- function(text) {
  take_breath()
  if (length(text) == 0) return(character())
  text <- gsub("\"", "\\\"", gsub("\\", "\\\\", text, fixed = TRUE), fixed = TRUE)
  odd <- any(grepl("[\\x01-\\x1f\\x7f]", text, perl = TRUE, useBytes = TRUE))
  for (k in if (odd) c(1:31, 127)) {
    char <- rawToChar(as.raw(k))
    if (any(grepl(char, text, fixed = TRUE))) text <- gsub(char, sprintf("\\u%04x", k), text, fixed = TRUE)
  }
  paste0("\"", text, "\"")
}
