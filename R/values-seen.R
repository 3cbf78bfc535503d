# The values of a table as rules look at them: those of each column once, with how often they occur. The same for
# look(), which sees a whole ledger, and for a tie-out, which sees the entries that a page uses.

# `column(name)` gives a column, `row(at)` says where an entry stands; `used` are the columns that matter, `all` those
# that an entry has of its own, `bare` those whose values stand for themselves, as keys do. Copies are looked for where
# entries are `comparable`; `places` are where they stand, if not as they come. prints(names) gives what tells the
# values of columns from others; `converted` are read only to be made numbers or dates of.
values_seen <- function(all, used, bare, column, n, row, comparable = TRUE, places = NULL, converted = character(),
                        prints = function(names) prints_seen(names, column)) {
  memo <- new.env(parent = emptyenv())
  once <- function(key, work) once_in(memo, key, work)
  known <- function() once("prints", prints(unique(c(all, used, bare))))
  print <- function(name) if (name %in% names(known())) known()[[name]] else print_seen(column(name))
  list(
    all = all, used = used, bare = bare, converted = converted, column = column, n = n, row = row,
      comparable = comparable, places = places,
    once = once, prints = known,
    texts = once_a_column(function(name) {
      values_once("texts", "most_spellings", print(name), texts_seen(column(name)))
    }),
    numbers = once_a_column(function(name) {
      values_once("numbers", "most_to_compare", print(name), numbers_seen(column(name)))
    }),
    kind = once_a_column(function(name) kind_of(column(name))),
    copies = function() once("copies", if (comparable) copies_among(lapply(all, column), n))
  )
}

once_a_column <- function(work) {
  memo <- new.env(parent = emptyenv())
  function(name) once_in(memo, name, work(name))
}

# Of the same values the same is seen, and so only once, from one page to the next.
most_values_kept <- 3e6
values_seen_before <- kept_answers(most_values_kept)
values_once <- function(what, most, print, work) {
  values_seen_before(paste(what, limit(most), print), work, function(seen) 100 + length(seen$n))
}

prints_seen <- function(names, column) vapply(names, function(name) print_seen(column(name)), "")

print_seen <- function(column) {
  if (is.null(column)) return("no such column")
  if (is.character(column)) column <- encode_text(column)
  paste(fingerprint_column(column), kind_print(column))
}

# Different texts and how often each occurs; NULL where a column has none or too many. Code points that are no
# characters are left out, as what a text with them stands for cannot be said.
texts_seen <- function(x) {
  x <- as_text_or_null(x)
  if (is.null(x) || length(texts_of(x)) > limit("most_spellings")) return(NULL)
  n <- core_count_codes(x, length(texts_of(x)))
  there <- n > 0 & !grepl(no_characters, texts_of(x), useBytes = TRUE)
  list(text = texts_of(x)[there], n = n[there])
}

# Different numbers, from the smallest on, and how often each occurs; of very many rows, of an even sample of them.
numbers_seen <- function(x) {
  if (!kind_of(x) %in% c("integer", "double")) return(NULL)
  rows <- length_of(x)
  if (rows > limit("most_to_compare")) x <- x[even_rows(rows, 1e5)]
  value <- as.double(x)
  value <- value[is.finite(value)]
  value <- value[order(value, method = "radix")]
  last <- which(c(value[-1] != value[-length(value)], length(value) > 0))
  list(value = value[last], n = c(last[1], diff(last))[seq_along(last)], sampled = rows > length(x))
}

# So many of `n` rows, evenly spread, or all.
even_rows <- function(n, most) unique(as.integer(round(seq(1, n, length.out = min(most, n)))))

rows_of_texts <- function(seen, name, texts) {
  x <- as_text_vector(seen$column(name))
  which(codes_of(x) %in% which(texts_of(x) %in% texts))
}

columns_of_text <- function(seen, names = seen$all) {
  columns_that(seen, names, "texts", function(name) !is.null(seen$texts(name)))
}

columns_of_numbers <- function(seen, names = seen$used) {
  columns_that(seen, names, "numbers", function(name) seen$kind(name) %in% c("integer", "double"))
}

columns_of_moments <- function(seen, names = seen$used) {
  columns_that(seen, names, "moments", function(name) is_moment(seen$kind(name)))
}

columns_that <- function(seen, names, hold, fits) {
  seen$once(paste(c("columns of", hold, names), collapse = "\n"), names[vapply(names, fits, TRUE)])
}

values_of_ledger <- function(columns, n) {
  values_seen(names(columns), names(columns), names(columns), function(name) columns[[name]], n, function(at) {
    sprintf("row %s", big_mark(at))
  })
}

# The entries in hand of a page that stands upon a ledger; of very many, only the columns that it reads.
values_of_page <- function(drawn) once_of_lines(drawn$lines, "seen", values_in_hand(drawn))

values_in_hand <- function(drawn) {
  entries <- drawn$entries
  if (!is.null(entries$below) || entries$n == 0) return(NULL)
  used <- intersect(columns_used(drawn), entries$column_names)
  many <- entries$n > limit("most_to_compare")
  all <- if (many) intersect(used, entries$source_names) else entries$source_names
  keys <- drawn$lines$key_vectors
  made <- keys[vapply(drawn$brief$checked$lines, function(key) key$node$type != "column", TRUE)]
  bare <- c(intersect(columns_met(drawn$brief)$bare, entries$column_names), setdiff(names(made), entries$column_names))
  column <- function(name) if (name %in% entries$column_names) entry_column(entries, name) else made[[name]]
  values_seen(all, used, bare, column, entries$n, function(at) in_row(entries, at),
    !many && are_entries_of_ledger(entries), entries[c("rows",
      "row_of")], columns_converted(drawn$brief), function(names) {
      own <- names[are_of_source(entries, names)]
      c(prints_in_source(entries, own), prints_seen(names[!names %in% own], column))
    })
}

# Columns of which every reading makes a number, a date or a time.
columns_converted <- function(brief) {
  within <- whole <- character()
  for (node in nodes_within(brief$checked)) {
    if (node$type == "column") whole <- c(whole, node$name)
    if (node$type == "call" && node$fn %in% c("as_number", "as_date", "as_time")) within <- c(within, vapply(Filter(
      function(arg) arg$type == "column", node$args), `[[`, "", "name"))
  }
  counts <- table(factor(whole, unique(whole))) - table(factor(within, unique(whole)))
  names(counts)[counts == 0]
}

# What all that is found among these values hangs on.
values_print <- function(seen) {
  rlang::hash(list(seen$prints(), seen[c("all", "used", "bare", "converted", "n", "comparable", "places")],
    limits_set(),
    registry$changes))
}

# The columns of the entries that a page reads; where each entry is a line, those that are shown as well.
columns_used <- function(drawn) {
  c(columns_met(drawn$brief)$read, if (drawn$lines$grain == "entries") vapply(full_layout(drawn), `[[`, "", "name"))
}
