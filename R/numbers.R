# Numbers of all kinds as plain ones, and what their rounding may amount to.

as_plain_number <- function(x) {
  if (is.object(x) && inherits(x, "integer64")) x <- suppressWarnings(as.double(x))
  if (is.integer(x) || is.logical(x)) x <- as.double(x)
  x
}

# Whether 64-bit whole numbers stand among whole numbers only, and can stay what they are.
are_wholes <- function(values) {
  wholes <- vapply(values, inherits, TRUE, what = "integer64")
  any(wholes) && all(wholes | vapply(values, function(x) is.integer(x) || is.logical(x), TRUE))
}

is_whole_vector <- function(x) {
  if (inherits(x, "integer64") || is.integer(x) || is.logical(x)) return(TRUE)
  is.double(x) && !is.object(x) && all(is.na(x) | is.finite(x) & x == floor(x) & abs(x) <= 2^53)
}

as_doubles <- function(x) if (inherits(x, "integer64")) suppressWarnings(as.double(x)) else as.double(unclass(x))

# Each of some lines, and the total, is off by half of its last place at the most; numbers next to zero
# have a last place of their own.
rounding_slack <- function(size_of_lines, total, n) {
  (size_of_lines + total) * .Machine$double.eps / 2 * (1 + 1e-9) + n * 2^-1074
}

most_to_15_digits <- 1e12

# Scaled, large numbers would lose what is behind the point; written out they have all of it.
rounded_by_text <- function(x, digits) {
  digits <- as.integer(pmin(trunc(digits), 300))
  fine <- .Machine$double.eps * abs(x) < 10^-digits / 4 # else it has no such places, and is what it is
  tie <- fine & endsWith(sprintf("%.*f", digits + 25L, x), paste0("5", strrep("0", 24)))
  x[tie] <- x[tie] * (1 + .Machine$double.eps)
  ifelse(fine, as.double(sprintf("%.*f", digits, x)), x)
}

to_15_digits <- function(x) as.double(sprintf("%.15g", x))

# Halves go away from zero, and a half is judged as the number is written to 15 digits: 2.675 to two
# decimals is 2.68, although the stored double lies a little under it.
round_half_out <- function(x, digits = 0) {
  n <- max(length(x), length(digits))
  x <- rep_len(as_plain_number(x), n)
  scale <- 10^digits
  scaled <- abs(x) * scale
  whole <- floor(scaled)
  part <- scaled - whole
  up <- part >= 0.5
  close <- which(abs(part - 0.5) < pmax(scaled, 1) * 1e-15 & part != 0.5 & scaled < most_to_15_digits)
  if (length(close)) up[close] <- to_15_digits(scaled[close]) - whole[close] >= 0.5
  result <- sign(x) * (whole + up) / scale
  large <- which(is.finite(x) & scaled >= most_to_15_digits & digits > 0)
  if (length(large)) result[large] <- rounded_by_text(x[large], rep_len(digits, n)[large])
  far <- !is.finite(scaled) | scaled > 2^52 & digits <= 0
  result[far] <- x[far]
  result
}

in_order <- function(x) if (inherits(x, "integer64")) x[order(as.double(x))] else sort(x, method = "radix")

last_match <- function(wanted, x) length(x) + 1L - match(wanted, rev(x))

# Some of x, or of the numbers up to it: all where there are no more.
seeded_sample <- function(x, n) {
  withr::with_seed(1, sort(sample(x, min(n, if (length(x) == 1) x else length(x)))))
}

# The value of an expression, and by how much it may be off because figures in it, or columns that it
# uses, are known within a bound only: each is moved by its own, and what that does is added up. No
# slack is NULL: everything in it is exact.
relative_slack <- 1e-9
