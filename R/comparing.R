# Whether two columns hold the same.

# Names and other texts as their code points sort them, in every language.
in_code_order <- function(texts) {
  if (length(texts) > 1) texts[1 + core_rank_texts(enc2utf8(texts))] <- texts
  texts
}

# A whole number of 64 bits beside another number: near in value, and from 2^53 on the same whole number.
same_as_whole <- function(a, b) {
  x <- as_plain_number(a)
  y <- as_plain_number(b)
  in_bits <- function(v) suppressWarnings(bit64::as.integer64(v))
  (x == y) & (abs(x) < 2^53 | (in_bits(a) == in_bits(b)) %in% TRUE)
}

# Equal to the bit; missing equals missing, and a value that is no number its like.
same_values <- function(a, b) {
  if (is.object(a)) a <- uncoded(a)
  if (is.object(b)) b <- uncoded(b)
  same <- if (!is.object(a) && !is.object(b)) a == b else
    if (inherits(a, "integer64") != inherits(b, "integer64")) same_as_whole(a, b) else
      if (inherits(a, "POSIXct")) as.double(a) == as.double(b) else a == b
  if (!anyNA(same)) return(same)
  gone <- is.na(a) | is.na(b)
  same[gone] <- (is.na(a) & is.na(b) & (is_missing_value(a) == is_missing_value(b)))[gone]
  same
}

# Texts and factors as the strings that their codes stand for.
uncoded <- function(x) if (is.factor(x)) as.character(x) else plain_vector(x)

# Equal, or finite and within a bound: an endless value is near nothing else, whatever the bound. Missing where one is.
within_bound <- function(a, b, bound) a == b | abs(a - b) <= bound & is.finite(a) & is.finite(b)

close_values <- function(a, b) {
  a <- plain_vector(a)
  b <- plain_vector(b)
  if (!is.numeric(a) || inherits(a, "integer64") || !is.numeric(b)) return(same_values(a, b))
  ifelse(is.na(a) | is.na(b), same_values(a, b), within_bound(a, b, 1e-9 * pmax(abs(a), abs(b))))
}

within_slack <- function(here, value, slack) {
  same <- same_values(here, value)
  if (is.null(slack)) return(same)
  if (!is_plain_double(plain_vector(here))) return(same | slack > 0)
  same | within_bound(here, value, slack) %in% TRUE
}

# One text for each row of some columns, the same for the same values.
texts_of_rows <- function(columns, n) {
  if (length(columns) == 0) return(rep("", n))
  texts <- lapply(columns, function(x) {
    x <- plain_vector(x)
    plain <- is.character(x) || is.factor(x) || inherits(x, "integer64")
    text <- if (plain) as.character(x) else sprintf("%.17g", as.double(x) + 0)
    ifelse(is_missing_value(x), "m", paste0("v", nchar(text, "bytes"), ":", text))
  })
  do.call(paste, c(unname(texts), list(sep = "|")))
}
