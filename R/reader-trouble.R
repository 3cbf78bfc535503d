# What stops a reader of delimited text, by row, line and column.

trouble_words <- list(
  ragged = c("has %s where the head line has %s",
    "Look for a separator inside a text without quotes, or a line that was cut off."),
  after_quote = c("has text behind a closing quote mark: %s",
    "Inside a text in quotes, a quote mark is written twice."),
  unclosed_quote = c("opens a text with a quote mark, and none closes it: %s",
    "Close it, or write the text without quotes."),
  nul = c("holds a NUL byte",
    "If the file is in UTF-16, say so: %s. Else it is damaged there."),
  lone_return = c("holds a carriage return without a line feed",
    "Put the text in quotes, or make all lines end alike."),
  lone_feed = c("holds a line feed, in a file whose lines end with carriage returns",
    "Put the text in quotes, or make all lines end alike."),
  bad_text = c("has bytes that are not valid UTF-8",
    "If the file was written in another encoding, say which: %s."),
  huge = c("has a text longer than a text can be", "Look for a quote mark that is not closed.")
)

stop_trouble <- function(found, names, name) {
  what <- found$trouble
  words <- trouble_words[[what]]
  row <- if (found$row == 0) "the head line" else sprintf("row %s (line %s of the file)", big_mark(found$row),
    big_mark(found$line))
  label <- if (found$column < length(names)) names[found$column + 1]
  at <- if (what %in% c("ragged", "unclosed_quote")) row else sprintf(
    "%s, %s", row, if (is.null(label)) sprintf("column %d", found$column + 1) else sprintf("column `%s`", label)
  )
  said <- switch(what,
    ragged = sprintf(words[1], count_of(found$column, "cell"), count_of(length(names), "cell")),
    after_quote = , unclosed_quote = sprintf(words[1], value_text(found$text)), words[1]
  )
  hint <- switch(what, nul = sprintf(words[2], advice_on_reading("encoding", "UTF-16LE")),
    bad_text = sprintf(words[2], advice_on_reading("encoding", "latin1")), words[2])
  stop_idle(
    switch(what, ragged = "ragged_rows", bad_text = "bad_text", "bad_file"), sprintf("%s: %s %s.", name, at,
      said), hint,
    row = found$row, line = found$line, column = label
  )
}
