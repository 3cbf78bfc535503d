# First, last and n-th value of a line, along an order or in the order of entry.

end_of_line <- function(name, again, in_columns, words) {
  force(again)
  force(in_columns)
  room(name, "figure",
    args = alist(x = , along = NULL), takes = list(x = "any"), gives = same_as_x, additive = FALSE, own_value = TRUE,
    fold = function(node) list(fold = "edge", answer = name, rows = TRUE),
    keeps = if (name == "first") function(place, size, node) place == 1 else function(place, size, node) place == size,
    slide = end_of_frame(if (name == "first") 1 else -1), again = again, in_columns = in_columns, exact = NULL,
    by_hand = NULL, goes_by_order = TRUE, in_sql = value_in_order(function(node) 1, name == "last"),
    words = function(node) paste0(words, along_words(node))
  )
}

value_in_order <- function(n_of, reversed) {
  force(n_of)
  force(reversed)
  function(sql, node, to) {
    if (is.null(to$server$value_at)) not_in_sql("it has no value by its place in an order", to)
    to$server$value_at(sql, n_of(node), sorts_of_figure(node, to, reversed), to)
  }
}

# In a frame with an order of its own, only plain R knows which is first.
end_of_frame <- function(n) function(node) if (is.null(node$args$along)) list(name = "nth", n = n)

end_of_line("first", function(x, node) x[if (length(x)) 1L else NA_integer_],
  function(x, line, n, node, weight) x[match(seq_len(n), line)], "the first {x}"
)
end_of_line("last", function(x, node) if (length(x)) x[length(x)] else x[NA_integer_],
  function(x, line, n, node, weight) x[last_match(seq_len(n), line)], "the last {x}"
)

room("nth", "figure",
  args = alist(x = , n = , along = NULL), takes = list(x = "any", n = "number"), gives = same_as_x,
  additive = FALSE, own_value = TRUE,
  ready = function(args, ctx) {
    n <- args$n$value
    if (args$n$type != "value" || length(n) != 1 || is.na(n) || n < 1 || n != floor(n)) {
      stop_in(ctx, "bad_argument", "nth() takes a whole number from 1: nth(toll, 2).")
    }
    args
  },
  fold = function(node) {
    list(by_group = function(groups, feed, node, facts) {
      rows_to_values(core_nth_rows(groups, feed$values, feed$condition, feed$along, node$args$n$value), feed)
    })
  },
  keeps = function(place, size, node) place <= node$args$n$value,
  slide = function(node) end_of_frame(node$args$n$value)(node), goes_by_order = TRUE, exact = NULL, by_hand = NULL,
  in_sql = value_in_order(function(node) node$args$n$value, FALSE),
  in_columns = function(x, line, n, node, weight) x[nth_in_columns(line, n, node$args$n$value)],
  again = function(x, node) {
    n <- as.integer(node$args$n$value)
    x[if (n <= length(x)) n else NA_integer_]
  },
  phrases = list(phrase("the {x} that stands {n} in each line", quote(nth(.x, .n)), named = "{n}_{x}",
    x = blank("entry_column"), n = blank("word", words = c(second = 2, third = 3, fourth = 4, fifth = 5)))),
  words = function(node) {
    n <- if (is.null(node$args$n)) "n-th" else ordinal(node$args$n$value)
    paste0(sprintf("the %s {x}", n), along_words(node))
  }
)
