# The values of a line as one text.

room("listed", "figure",
  args = alist(x = , sep = ", ", along = NULL, distinct = FALSE),
  takes = list(x = "any", sep = "text", distinct = "logical"), gives = "text", additive = FALSE,
  ready = function(args, ctx) {
    for (name in c("sep", "distinct")) {
      if (args[[name]]$type != "value" || length(args[[name]]$value) != 1) {
        stop_in(ctx, "bad_argument", sprintf("listed(%s = ) takes one value.", name))
      }
    }
    args
  },
  fold = function(node) list(by_group = list_values), slide = function(node) NULL,
  again = function(x, node) join_values(as_plain_texts(x), node), goes_by_order = TRUE, exact = NULL, by_hand = NULL,
  in_columns = function(x, line, n, node, weight) list_in_columns(as_plain_texts(x), line, n, node),
  in_sql = function(sql, node, to) {
    if (is.null(to$server$listed)) not_in_sql("it lists values in no order, or not all of them", to)
    if (isTRUE(node$args$distinct$value)) not_in_sql("different values are listed in another order there", to)
    sql$x <- text_said(sql$x, node$args$x, to)
    to$server$listed(sql, constant_for(node$args$sep$value, to), sorts_of_figure(node, to), to)
  },
  words = function(node) paste0("the {x} listed", along_words(node))
)

as_plain_texts <- function(x) plain_vector(as_written(x))

list_values <- function(groups, feed, node, facts) {
  number <- core_group_numbers(groups)
  kept <- !is_missing_value(feed$values)
  if (!is.null(feed$condition)) kept <- kept & feed$condition %in% TRUE
  rows <- which(kept)
  if (!is.null(feed$along)) rows <- rows[order(feed$along[rows])]
  texts <- as_text_vector(as_written(pick_rows(feed$values, rows)))
  line <- number[rows]
  if (node$args$distinct$value) {
    once <- sort(core_group_facts(core_group(list(line, texts), length(rows)))$first)
    texts <- pick_rows(texts, once)
    line <- line[once]
  }
  encode_text(core_join_texts(line, texts, texts_of(texts), node$args$sep$value, core_group_facts(groups)$size))
}

join_values <- function(texts, node) {
  if (length(texts) == 0) return(NA_character_)
  if (node$args$distinct$value) texts <- unique(texts)
  paste(texts, collapse = node$args$sep$value)
}

list_in_columns <- function(texts, line, n, node) {
  if (node$args$distinct$value) {
    once <- first_of_its_kind(texts, line)
    texts <- texts[once]
    line <- line[once]
  }
  listed <- vapply(split(texts, line), paste, "", collapse = node$args$sep$value)
  unname(listed[match(seq_len(n), as.integer(names(listed)))])
}
