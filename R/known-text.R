# Row functions on text. Each works on the different texts of a column once.

room("joined", "row",
  args = alist(... = , sep = " "), takes = list(... = "any", sep = "text"), gives = "text",
  work = function(..., sep) {
    parts <- lapply(list(...), as_written)
    Reduce(function(a, b) join_two(a, b, sep), parts)
  },
  words = "texts joined into one; missing if one of them is"
)

# Any value as text: numbers as R writes them to 15 digits, dates by ISO 8601.
as_written <- function(x) {
  if (is_textual(x)) return(if (is_one_text(x)) x else as_text_vector(x))
  values <- unique(x)
  texts <- if (is.double(values) && !is.object(values)) {
    format_each(values)
  } else {
    as.character(values)
  }
  texts[is.na(values) & !is.nan(unclass(as.double(values)))] <- NA
  pooled(match(x, values), texts)
}

format_each <- function(x) vapply(x, format, character(1), digits = 15, scientific = FALSE)

join_two <- function(a, b, sep) {
  if (is_one_text(a)) return(on_texts(b, function(t) paste(a, t, sep = sep)))
  if (is_one_text(b)) return(on_texts(a, function(t) paste(t, b, sep = sep)))
  n <- length(texts_of(b))
  pair <- (codes_of(a) - 1) * n + codes_of(b)
  pairs <- unique(pair[!is.na(pair)])
  texts <- paste(texts_of(a)[(pairs - 1) %/% n + 1], texts_of(b)[(pairs - 1) %% n + 1], sep = sep)
  pooled(match(pair, pairs), texts)
}

room("as_text", "row",
  args = alist(x = ), takes = list(x = "any"), gives = "text", work = as_written,
  words = "text out of any value"
)

on_text <- function(name, gives, fn, words, args = alist(x = ), takes = list(x = "text")) {
  force(fn)
  room(name, "row",
    args = args, takes = takes, gives = gives,
    work = function(x, ...) on_texts(x, function(texts) fn(texts, ...)), words = words
  )
}

on_text("upper", "text", toupper, "in capitals")
on_text("lower", "text", tolower, "in small letters")
on_text("trimmed", "text", function(x) gsub("[[:space:]]+", " ", trimws(x)), "without spare spaces")
on_text("text_length", "integer", function(x) nchar(x, "chars"), "the number of characters")

with_part <- alist(x = , part = )
part_takes <- list(x = "text", part = "text")
on_text("starts_with", "logical", function(x, part) startsWith(x, part), "begins with", with_part, part_takes)
on_text("ends_with", "logical", function(x, part) endsWith(x, part), "ends with", with_part, part_takes)
on_text("contains", "logical", function(x, part) grepl(part, x, fixed = TRUE), "contains", with_part, part_takes)
on_text("replaced", "text", function(x, from, to) gsub(from, to, x, fixed = TRUE),
  "with a part replaced, letter for letter",
  args = alist(x = , from = , to = ), takes = list(x = "text", from = "text", to = "text")
)
on_text("characters", "text", function(x, from, to) substr(x, from, to),
  "the characters from one place to another",
  args = alist(x = , from = , to = 1000000), takes = list(x = "text", from = "number", to = "number")
)
