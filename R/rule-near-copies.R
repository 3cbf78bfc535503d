# Entries alike in all columns but one, where chance alone would hardly make them so.

room("near_copies", "rule", place = 20, of_ledger = NULL, of_page = NULL,
  words = "entries that are like another but for one column, where chance would hardly make them so (up to 100,000
    entries)",
  example = quote(brief(rbind(demo_table("dues"), transform(demo_table("dues")[9, ], slip = 6000L)), lines = wharf,
    figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)))),
  of_values = function(seen) {
    if (seen$n < 10 || seen$n > 1e5 || length(seen$all) < 4 || length(seen$all) > 30) return(NULL)
    columns <- lapply(stats::setNames(nm = seen$all), seen$column)
    copies <- seen$copies()
    lapply(seen$all, function(name) alike_but_for(seen, columns, name, copies))
  }
)

alike_but_for <- function(seen, columns, name, copies) {
  rest <- columns[setdiff(names(columns), name)]
  same <- core_copies(unname(rest), seen$n)
  odd <- which(!same$row %in% copies)
  k <- length(odd)
  if (k == 0 || k > max(2, 0.01 * seen$n) || pairs_by_chance(rest, seen$n, length(same$row)) > 0.1) return(NULL)
  pair <- as.integer(c(same$of[odd[1]], same$row[odd[1]]))
  here <- function(row) value_text(plain_vector(pick_rows(columns[[name]], row)))
  a_finding(sprintf(
    "Near copies: %s like another but for `%s`, the first %s and %s, where it is %s and %s.",
    if (k == 1) "1 entry is" else paste(entry_count(k), "are"), name, seen$row(pair[1]), seen$row(pair[2]),
      here(pair[1]),
    here(pair[2])
  ), name, same$row[odd], carried = "counted again:")
}

# How many pairs of entries would be alike in all of these columns by chance, if each column depended on one other at
# most; the pairs that were found are not counted, as they are what is in question.
pairs_by_chance <- function(columns, n, found) {
  pairs <- n * (n - 1) / 2
  like <- function(columns) max(pairs_alike(columns, n) - found, 0)
  chance <- 1
  taken <- list()
  alone <- vapply(columns, function(x) like(list(x)), 1)
  for (name in names(sort(alone))) {
    given <- unlist(lapply(names(taken), function(other) {
      if (alone[[other]] >= 20) (like(list(columns[[other]], columns[[name]])) + 0.5) / (alone[[other]] + 1)
    }))
    by_itself <- alone[[name]] / pairs
    apart <- abs(log(c(1, given / max(by_itself, 1 / pairs))))
    chance <- chance * c(by_itself, given)[which.max(apart)]
    if (chance * pairs < 1e-3) return(0)
    taken[[name]] <- TRUE
  }
  chance * pairs
}

pairs_alike <- function(columns, n) {
  sizes <- as.double(tabulate(core_group_numbers(core_group(unname(columns), n))))
  sum(sizes * (sizes - 1) / 2)
}
