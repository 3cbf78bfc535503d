# Lines of totals among the entries: by their word, or because an entry is what all those before it add up to.

room("totals_among", "rule", place = 0.3, of_ledger = NULL, of_page = NULL,
  words = "lines of totals among the entries, by their word (\"Total\"), or since an amount is what the entries
    before it add up to",
  example = quote(brief(rbind(demo_table("dues"), transform(demo_table("dues")[1, ], wharf = "Total", due = 5195.91)),
    lines = wharf, figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)))),
  of_values = function(seen) {
    named <- lapply(setdiff(columns_of_text(seen), level_columns), totals_by_word, seen = seen)
    named <- without_null(named)
    if (length(named)) return(named[1])
    lapply(columns_of_numbers(seen), totals_by_sum, seen = seen)
  }
)

# A word for a total alone is told; one with a name beside it ("Total Corn Flakes", a company called so) only where the
# name is that of other entries, or an amount is what the others add up to.
totals_by_word <- function(seen, name) {
  texts <- seen$texts(name)
  words <- texts$text[is_total_word(texts$text) & texts$n <= max(1, seen$n / 10)]
  if (length(words) == 0 || length(words) > 0.5 * length(texts$text)) return(NULL)
  rows <- rows_of_texts(seen, name, words)
  values <- plain_vector(pick_rows(as_text_vector(seen$column(name)), rows))
  # One entry of that name among groups of many is none of the groups.
  alone <- all(texts$n[texts$text %in% words] == 1) && stats::median(texts$n) >= 3
  sure <- names_a_group(seen, values) & (alone | is_large(seen, rows) | is_bare_of_texts(seen, name, rows)) |
    add_up(seen, rows)
  rows <- rows[sure]
  words <- intersect(words, values[sure])
  if (length(rows) == 0) return(NULL)
  a_finding(sprintf(
    "Totals: %s %s a line of totals, by %s in `%s`, the first in %s.", entry_count(length(rows)),
    if (length(rows) == 1) "looks like" else "look like", both(vapply(utils::head(words, 3), value_text, "")), name,
    seen$row(rows[1])
  ), name, rows, carried = "counted again:", alien = TRUE, repair = a_repair("only", without_texts(name, words)))
}

# "Total", with nothing beside it but blanks in the entry's other texts, or "Total Upper" where others are of Upper.
names_a_group <- function(seen, values) {
  bare <- trimws(gsub("\\b(grand|over-?all|sub-?)?\\s*totals?\\b:?|^(sum|overall|all|gesamt|summe):?$", "", values,
    ignore.case = TRUE))
  known <- unlist(lapply(columns_of_text(seen), function(other) small_letters(seen$texts(other)$text)))
  !nzchar(bare) | small_letters(bare) %in% known | grepl("^(of|for|in|all)\\b", bare)
}

# Whether an amount of such an entry is the sum of those before it since the last, or of all others.
add_up <- function(seen, rows) {
  found <- rep(FALSE, length(rows))
  for (name in columns_of_numbers(seen)) {
    x <- as_plain_number(seen$column(name))
    if (length(x) > limit("most_to_compare") || !varies(x)) next
    at <- sums_before(x)
    found <- found | rows %in% c(at$parts, at$whole)
  }
  found
}

# Whether an amount of such an entry comes near to what the others make together: a total that is out by a part of it.
is_large <- function(seen, rows) {
  sizes <- lapply(columns_of_numbers(seen), function(name) abs(as_plain_number(seen$column(name))))
  Reduce(`|`, lapply(Filter(varies, sizes), function(size) {
    size[!is.finite(size)] <- 0
    groups <- length(rows)
    size[rows] >= sum(size[-rows]) / (2 * groups)
  }), rep(FALSE, length(rows)))
}

# Whether its other texts are blank, where the other entries have some.
is_bare_of_texts <- function(seen, name, rows) {
  others <- setdiff(columns_of_text(seen), name)
  if (length(others) == 0) return(rep(FALSE, length(rows)))
  blank <- lapply(others, function(other) {
    x <- plain_vector(as_text_vector(seen$column(other)))
    gone <- is.na(x) | !nzchar(x)
    if (mean(gone) > 0.5) rep(FALSE, length(rows)) else gone[rows]
  })
  Reduce(`&`, blank)
}

# Marks of yes and no, and a few small numbers, add up to one another by chance.
varies <- function(x) length(unique(abs(x[is.finite(x) & x != 0]))) >= 4

without_texts <- function(name, texts) {
  kept <- call("!", call("%in%", as.name(name), as.call(c(quote(c), as.list(texts)))))
  if (length(texts) == 1) kept <- call("!=", as.name(name), texts)
  call("|", kept, call("is_missing", as.name(name)))
}

# Entries that are the sum of those since the last such entry, at least three of them; the last entry of all is one of
# them, or each other entry of the table is under one.
totals_by_sum <- function(seen, name) {
  x <- as_plain_number(seen$column(name))
  n <- length(x)
  if (n < 6 || n > limit("most_to_compare") || !varies(x)) return(NULL)
  at <- sums_before(x)
  whole <- at$whole
  rows <- if (length(at$parts) >= 2 && (n - max(at$parts)) <= 1) union(at$parts, whole) else whole
  if (length(rows) == 0) return(NULL)
  rows <- sort(rows)
  a_finding(sprintf(
    "Totals: in `%s`, %s what the entries before it add up to, the first in %s: %s.", name,
    if (length(rows) == 1) "1 entry is" else sprintf("each of %s is", entry_count(length(rows))), seen$row(rows[1]),
    exact_text(x[rows[1]])
  ), name, rows, carried = "counted again:", alien = TRUE)
}

sums_before <- function(x) {
  x[!is.finite(x)] <- 0
  n <- length(x)
  near <- function(a, b) abs(a - b) <= 1e-9 * pmax(abs(a), abs(b)) & b != 0
  last <- sum(x != 0) > 5 && near(sum(x[-n]), x[n])
  list(parts = partial_sums(x, near), whole = if (last) n else integer())
}

# Cumulated from the front: an entry that equals what has come since the last such entry.
partial_sums <- function(x, near) {
  found <- integer()
  from <- 1
  before <- cumsum(x) - x
  while (from + 3 <= length(x)) {
    later <- (from + 3):length(x)
    hit <- later[near(x[later], before[later] - before[from])]
    if (length(hit) == 0) break
    found <- c(found, hit[1])
    from <- hit[1] + 1
    if (length(found) > 1000) break
  }
  found
}
