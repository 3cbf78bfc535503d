# Columns of one kind, one under the other.

stacked <- function(parts) {
  x <- parts[[1]]
  if (length(parts) == 1) return(x)
  if (is_text_vector(x)) return(stacked_texts(parts))
  bare <- lapply(parts, function(part) {
    attributes(part) <- NULL
    part
  })
  both <- unlist(bare)
  if (!is.null(attributes(x))) mostattributes(both) <- attributes(x)
  both
}

stacked_texts <- function(parts) {
  pool <- attr(parts[[1]], "pool")
  if (all(vapply(parts, function(part) identical(attr(part, "pool"), pool), TRUE))) {
    codes <- unlist(lapply(parts, codes_of))
    # Where each text stands first is another matter now.
    attributes(codes) <- list(pool = pool, class = "idle_text")
    return(codes)
  }
  texts <- unique(unlist(lapply(parts, texts_of)))
  text_vector(unlist(lapply(parts, function(part) match(texts_of(part), texts)[codes_of(part)])), texts)
}
