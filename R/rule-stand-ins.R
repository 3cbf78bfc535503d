# Values that stand for nothing known: marks among texts, and numbers such as -1 or 9999 far away from all others.

room("stand_ins", "rule", place = 13, of_ledger = NULL, of_page = NULL,
  words = "values that stand for nothing known: \"n/a\" or \"unknown\" among texts, -1, 999 or 9999 far away from all
    other numbers, a zero far below them",
  example = quote(brief(transform(demo_table("dues"), due = replace(due, c(5, 50, 99), 9999)), lines = wharf,
    figures = c(typical = mean(due)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(typical = mean(due)))),
  of_values = function(seen) {
    c(lapply(columns_of_text(seen, seen$bare), marks_in, seen = seen),
      lapply(columns_of_numbers(seen), numbers_that_stand_in, seen = seen))
  }
)

marks_in <- function(seen, name) {
  texts <- seen$texts(name)
  marks <- texts$text[stands_for_nothing(texts$text)]
  if (length(marks) == 0 || length(marks) == length(texts$text)) return(NULL)
  rows <- rows_of_texts(seen, name, marks)
  a_finding(sprintf(
    "Stand-ins: in `%s`, %s %s for nothing known in %s, the first in %s, and %s counted as a value.", name,
    both(vapply(utils::head(marks, 3), value_text, "")), if (length(marks) == 1) "stands" else "stand",
    entry_count(length(rows)), seen$row(rows[1]), if (length(marks) == 1) "is" else "are"
  ), name, rows)
}

numbers_that_stand_in <- function(seen, name) {
  found <- seen$numbers(name)
  at <- which(stands_alone(found$value, found$n))
  if (length(at) == 0 || found$sampled) return(NULL)
  value <- found$value[at[1]]
  rows <- which(seen$column(name) == value)
  a_finding(sprintf(
    "Stand-ins: `%s` is %s in %s, the first in %s, far from all other values; it may stand for nothing known.", name,
    exact_text(value), entry_count(length(rows)), seen$row(rows[1])
  ), name, rows)
}

# Numbers made of nines or a -1 that occur several times, more than twice as far out as any other (once, if ten times);
# and a zero that
# occurs in a few of many entries where all others lie within a factor of four. Counts and other small whole numbers
# have no such values.
stands_alone <- function(value, n) {
  alone <- rep(FALSE, length(value))
  k <- length(value)
  if (k < 5 || sum(n) < 20) return(alone)
  nines <- grepl("^-?(9{2,}|9{3,}[.]9+|9{2,}[.]99|1{4,}|8{3,})$", format_number(value[c(1, k)]))
  far <- function(times) c(value[1] < -times * max(abs(value[-1])), value[k] > times * max(abs(value[-k])))
  long <- grepl("9{3}", format_number(value[c(1, k)]))
  found <- nines & (far(2) & n[c(1, k)] > 1 | far(10) & long)
  alone[c(1, k)] <- found
  alone[1] <- found[1] || value[1] == -1 && (n[1] > 1 && value[2] >= 0 || value[2] >= 5)
  zero <- which(value == 0)
  others <- value[value != 0]
  if (length(zero) && min(others) > 0 && length(others) >= 8 && n[zero] <= 0.2 * sum(n)) {
    alone[zero] <- max(others) <= 4 * min(others) && min(others) > 10
  }
  alone
}
