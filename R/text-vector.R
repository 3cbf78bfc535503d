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

is_text_vector <- function(x) inherits(x, "idle_text")

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
  if (typeof(x) %in% c("integer", "double", "logical") && typeof(rows) == "integer") {
    return(core_gather(x, rows))
  }
  x[rows]
}

is_missing_value <- function(x) {
  if (is_text_vector(x)) return(is.na(codes_of(x)))
  is.na(x) & !(is.double(x) & !inherits(x, "integer64") & is.nan(x))
}

length_of <- function(x) length(x)
