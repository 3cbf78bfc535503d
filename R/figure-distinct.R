# Different values, and the most frequent one.

# Of several columns the different combinations; an entry without one of the values has none.
combined <- function(...) {
  columns <- lapply(list(...), function(x) if (is.character(x)) encode_text(x) else x)
  n <- max(vapply(columns, length_of, 1))
  columns <- lapply(columns, function(x) if (length_of(x) == n) x else repeated(x, n))
  number <- core_group_numbers(core_group(unname(columns), n))
  number[Reduce(`|`, lapply(columns, is_missing_value))] <- NA
  number
}

# The same as texts, which mean the same in every table: each value with its length before it.
combined_in_texts <- function(columns) {
  texts <- lapply(columns, function(x) as_plain_texts(x))
  missing <- Reduce(`|`, lapply(columns, is_missing_value))
  joined <- do.call(paste0, lapply(texts, function(text) paste0(nchar(text, "bytes"), ":", text)))
  joined[missing] <- NA
  encode_text(joined)
}

room("combination", "row", topic = "numbers", of_whole_column = TRUE, in_texts = combined_in_texts,
  args = alist(... = ), takes = list(... = "any"), gives = "integer", work = combined, again = NULL,
  in_sql = function(sql, node, to) {
    if (is.null(to$server$different)) not_in_sql("it does not count combinations", to)
    gone <- paste(sprintf("%s IS NULL", sql), collapse = " OR ")
    sprintf("CASE WHEN NOT (%s) THEN %s END", gone, to$server$different(vapply(sql, bare_sql, "")))
  },
  words = "a number for each combination of several values, such as count_distinct() takes; missing if one is"
)

room("count_distinct", "figure",
  check = function(expr, values, ctx) {
    parts <- as.list(expr)[-1]
    own <- !nzchar(rlang::names2(parts))
    if (sum(own) > 1) {
      expr <- as.call(c(expr[[1]], list(as.call(c(as.name("combination"), unname(parts[own])))), parts[!own]))
    }
    check_plain_figure(expr, "count_distinct", values, ctx)
  },
  args = alist(x = ), takes = list(x = "any"), gives = "integer", additive = FALSE, of_none = 0L,
  fold = function(node) {
    list(by_group = function(groups, feed, node, facts) core_count_distinct(groups, feed$values, feed$condition))
  },
  counted = function(node) "distinct",
  slide = function(node) list(name = "distinct"), again = function(x, node) length(unique(x)), exact = NULL,
  in_columns = function(x, line, n, node, weight) tabulate(line[first_of_its_kind(x, line)], n),
  skips_unsaid = TRUE,
  in_sql = function(sql, node, to) gathered_in_sql("count", sql$x, both_said(NULL, sql$where), to, distinct = TRUE),
  by_hand = function(x, value, node) {
    sprintf("The different ones are %s: %s.", some_values(in_order(unique(x))), exact_text(value))
  },
  words = "the number of different {x}"
)

ties_of_mode <- function(n) {
  if (n > 0) sprintf("%s with several values equally frequent; the smallest is given", count_of(n, "line"))
}

room("mode", "figure",
  args = alist(x = ), takes = list(x = "ordered"), gives = same_as_x, additive = FALSE,
  fold = function(node) {
    list(by_group = function(groups, feed, node, facts) {
      found <- core_modes(groups, feed$values, feed$condition)
      values <- pick_rows(feed$values, as.integer(found$rows))
      attr(values, "note") <- ties_of_mode(found$tied)
      values
    })
  },
  counted = function(node) c("mode", "mode_ties"), ties = function(n) ties_of_mode(n),
  slide = function(node) list(name = "mode"),
  again = function(x, node) {
    if (length(x) == 0) return(x[NA_integer_])
    values <- unique(x)
    often <- tabulate(match(x, values))
    best <- values[often == max(often)]
    sorted <- if (is.character(best)) sort(best, method = "radix") else sort(best)
    c(sorted, best)[1]
  },
  in_sql = function(sql, node, to) {
    if (is.null(to$server$most_frequent)) not_in_sql("it has no most frequent value", to)
    if (node$args$x$kind %in% c("factor", "logical") || may_be_nan(node$args$x, to)) not_in_sql(
      "which of several equally frequent ones comes first is another matter there", to)
    to$server$most_frequent(sql, node, to)
  },
  picks = TRUE, in_columns = function(x, line, n, node, weight) x[most_frequent(x, line, n)],
  exact = NULL, by_hand = NULL,
  words = "the most frequent {x}"
)
