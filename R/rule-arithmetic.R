# A column that is the product, the sum or the difference of two others in all entries but a few.

room("arithmetic", "rule", place = 22.5, of_ledger = NULL, of_page = NULL,
  words = "an amount that is the product, sum or difference of two other columns in nearly all entries, and in a few
    is not",
  example = quote(brief(transform(demo_table("dues"), paid = replace(round(tonnes * rate, 2), 9, 99)), lines = wharf,
    figures = c(paid = sum(paid)))),
  twin = quote(brief(transform(demo_table("dues"), paid = round(tonnes * rate, 2)), lines = wharf,
    figures = c(paid = sum(paid)))),
  of_values = function(seen) {
    numbers <- columns_of_numbers(seen, seen$all)
    if (seen$n < 10 || seen$n > limit("most_to_compare") || length(numbers) < 3 || length(numbers) > 20) return(NULL)
    lapply(columns_of_numbers(seen), function(name) arithmetic_broken(seen, name, setdiff(numbers, name)))
  }
)

combining_ways <- list(
  list(sign = "*", work = function(a, b) a * b, either = TRUE), list(sign = "+", work = function(a, b) a + b,
    either = TRUE),
  list(sign = "-", work = function(a, b) a - b, either = FALSE)
)

arithmetic_broken <- function(seen, name, others) {
  rows <- even_rows(seen$n, 100)
  value <- function(name, rows = NULL) {
    as_plain_number(if (is.null(rows)) seen$column(name) else pick_rows(seen$column(name), rows))
  }
  here <- value(name, rows)
  if (length(unique(here)) < 5) return(NULL)
  parts <- lapply(stats::setNames(nm = others), value, rows = rows)
  for (way in combining_ways) for (a in others) for (b in setdiff(others, a)) {
    if (way$either && a > b || length(unique(parts[[a]])) < 3 || length(unique(parts[[b]])) < 3) next
    if (!isTRUE(mean(as_worked(here, way$work(parts[[a]], parts[[b]])), na.rm = TRUE) >= 0.93)) next
    wrong <- which(!as_worked(value(name), way$work(value(a), value(b))))
    if (length(wrong) == 0 || length(wrong) > 0.02 * seen$n + 1) return(NULL)
    return(a_finding(sprintf(
      "Arithmetic: `%s` is %s %s %s in all entries but %s, the first in %s: %s, and not %s.", name, a, way$sign, b,
      big_mark(length(wrong)), seen$row(wrong[1]), exact_text(value(name)[wrong[1]]),
      exact_text(signif(way$work(value(a), value(b))[wrong[1]], 12))
    ), c(name, a, b), wrong))
  }
}

# Equal but for the rounding to a cent.
as_worked <- function(here, worked) abs(here - worked) <= 0.00501 + 1e-9 * abs(worked)
