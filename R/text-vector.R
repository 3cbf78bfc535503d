# Text inside a draw-up is codes into a pool of different texts, so that each text is worked on once.
# The pool is an environment that also keeps the order of its texts once somebody has asked for it.

text_vector <- function(codes, texts) {
  attributes(codes) <- list(pool = new_pool(texts), class = "idle_text")
  codes
}

new_pool <- function(texts = character()) {
  pool <- new.env(parent = emptyenv())
  pool$texts <- texts
  pool$rank <- NULL
  pool$seen <- NULL
  pool
}

is_text_vector <- function(x) is.object(x) && inherits(x, "idle_text")

texts_of <- function(x) attr(x, "pool")$texts

codes_of <- function(x) {
  attributes(x) <- NULL
  x
}

# `where` names the source and column for the message about text that is not valid.
encode_text <- function(x, where = "The column") {
  found <- core_encode_text(x, new_pool())
  if (is_text_vector(found)) return(found)
  stop_idle(
    "bad_text", sprintf("%s: the text in row %s is not valid UTF-8.", where, big_mark(found)),
    "If it was written in another encoding, say which: ledger(..., encoding = \"latin1\")."
  )
}

as_text_vector <- function(x) {
  if (is_text_vector(x)) return(x)
  if (is.factor(x)) return(pooled(as.integer(x), levels(x)))
  encode_text(as.character(x))
}

# Codes into texts of which some may be the same or missing.
pooled <- function(codes, texts) {
  unique_texts <- unique(texts[!is.na(texts)])
  place <- match(texts, unique_texts)
  text_vector(core_look_up(codes, place), unique_texts)
}

# Applies a function of texts to each different text once.
on_texts <- function(x, work) {
  if (!is_text_vector(x)) {
    if (is.factor(x)) return(on_texts(as_text_vector(x), work))
    return(work(x))
  }
  result <- work(texts_of(x))
  if (is.character(result)) pooled(x, result) else core_look_up(x, result)
}

plain_vector <- function(x) {
  if (!is_text_vector(x)) return(x)
  core_plain_text(x, texts_of(x))
}

# Rows of any column, counted from 1.
pick_rows <- function(x, rows) {
  if (!is.integer(rows)) rows <- if (is.logical(rows)) seq_along(x)[rows] else as.integer(rows)
  # Of few rows R picks sooner; a row below 1 has no value, and R would leave it out.
  if (length(rows) <= 100 && is.null(attributes(x)) && !any(rows < 1L, na.rm = TRUE)) return(x[rows])
  switch(typeof(x), integer = , double = , logical = core_gather(x, rows), x[rows])
}

is_missing_value <- function(x) {
  if (is_text_vector(x)) return(is.na(codes_of(x)))
  is.na(x) & !(is.double(x) & !inherits(x, "integer64") & is.nan(x))
}

length_of <- function(x) length(x)

# A text in place of missing values.
or_text <- function(x, text) {
  codes <- codes_of(x)
  if (!anyNA(codes)) return(x)
  texts <- union(texts_of(x), text)
  codes[is.na(codes)] <- match(text, texts)
  text_vector(codes, texts)
}

# Letters whatever the locale of the session. Code points that are no characters, at which R's functions
# stop, are held by others that do not occur meanwhile.
in_unicode <- function(fn) {
  force(fn)
  function(x, ...) {
    local_utf8()
    x <- enc2utf8(x)
    if (!any(grepl(no_characters, x, useBytes = TRUE))) return(fn(x, ...))
    spare <- intToUtf8(0xF0000 + seq_len(300), multiple = TRUE)
    spare <- utils::head(spare[!vapply(spare, function(one) any(grepl(one, x, fixed = TRUE)), TRUE)], 2)
    held <- exchanged(x, c("\xef\xbf\xbe", "\xef\xbf\xbf"), spare)
    result <- fn(held, ...)
    if (is.character(result)) exchanged(result, spare, c("\xef\xbf\xbe", "\xef\xbf\xbf")) else result
  }
}

as_text_or_null <- function(x) if (is_text_vector(x) || is.factor(x)) as_text_vector(x)

repeated <- function(value, n) {
  if (is_text_vector(value)) return(pick_rows(value, rep(1L, n)))
  if (is.character(value)) {
    present <- value[!is.na(value)]
    return(text_vector(rep(if (is.na(value)) NA_integer_ else 1L, n), enc2utf8(present)))
  }
  rep(value, n)
}

as_settled <- function(value) if (is.character(value)) encode_text(value) else value

exchanged <- function(x, from, to) {
  for (k in seq_along(from)) x <- gsub(from[k], to[k], x, fixed = TRUE, useBytes = TRUE)
  Encoding(x) <- "UTF-8"
  x
}

no_characters <- "\xef\xbf[\xbe\xbf]"

is_one_text <- function(x) is.character(x) && length(x) == 1

as_texts <- function(x) if (is.character(x) && length(x) == 1) x else as_text_vector(x)

is_textual <- function(x) is_text_vector(x) || is.character(x) || is.factor(x)
