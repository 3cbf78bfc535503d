# Windows: figures written beside each row, with all rows of the table in view. A window's room says
# how a call is checked (`check`, giving a node of type "window"), how it is worked on the table in
# hand (`work`), how the same comes about for some rows in plain R (`again`, for a check), and how it
# reads (`words`).
#
# A window node has `per` (checked nodes: the group) and `along` (checked sorts: the order); no sorts
# stand for the order of entry.

room("window", "call", place = 5,
  takes = function(name, ctx) has_room("window", name),
  check = function(expr, name, values, ctx) check_window(expr, name, values, ctx)
)

check_window <- function(expr, name, values, ctx) {
  if (!isTRUE(ctx$windows)) {
    stop_in(
      ctx, "window_misplaced", sprintf("%s() looks at all rows of a table at once, and has no place here.", name),
      "Write it in `columns` (beside entries) or `beside` (beside lines), and use the new column."
    )
  }
  node <- room_of("window", name)$check(expr, values, ctx)
  node$type <- "window"
  node$fn <- name
  node$text <- expr_text(expr)
  node$id <- rlang::hash(strip_text(node))
  node
}

# The group of a window: its own `per`, or the page's.
window_per <- function(expr, values, ctx) {
  if (!is.null(expr)) return(check_per(expr, values, ctx))
  default <- ctx$default_per
  if (is.null(default)) return(structure(list(), unsaid = TRUE))
  # What stands in `per` itself does not go by it.
  ctx$default_per <- NULL
  do.call(c, lapply(default, function(item) check_per(item$expr, item$values, ctx)))
}

# The order of a window: its own `along`, or the page's. NULL: none was given.
window_along <- function(expr, values, ctx, fn, needed = TRUE) {
  if (!is.null(expr)) return(check_along(expr, values, ctx))
  default <- ctx$default_along
  if (!is.null(default)) {
    ctx$default_along <- NULL
    return(do.call(c, lapply(default, function(item) check_along(item$expr, item$values, ctx))))
  }
  if (needed) stop_no_order(fn, ctx)
  list()
}

check_along <- function(expr, values, ctx) {
  if (rlang::is_call(expr, "entered", n = 0)) return(list())
  check_sort(expr, values, ctx)
}

stop_no_order <- function(fn, ctx) {
  dates <- names(Filter(is_moment, ctx$columns))
  example <- if (length(dates)) dates[1] else "a_date"
  stop_in(
    ctx, "no_order", sprintf("%s() goes by an order, and none is given.", fn),
    sprintf("Say which: along = %s, or along = entered() for the order in which the rows stand.", name_text(example))
  )
}

# The one date or time that an order runs along, upward; NULL if it is none.
dated_along <- function(along) {
  if (length(along) == 1 && !along[[1]]$down && is_moment(along[[1]]$node$kind)) along[[1]]$node
}

whole_number <- function(expr, values, ctx, what, least = 1) {
  n <- one_value(expr, values, what, ctx)
  n <- as_plain_number(n)
  if (!is.numeric(n) || is.na(n) || n != floor(n) || n < least || n > .Machine$integer.max) {
    stop_in(
      ctx, "bad_argument", sprintf(
        "`%s` takes a whole number from %s%s, and got %s.", what, least,
        if (isTRUE(n > least)) sprintf(" to %s", big_mark(.Machine$integer.max)) else "", value_text(n)
      ), if (identical(n, Inf)) "A figure of all rows up to this one is running(...)."
    )
  }
  n
}

yes_or_no <- function(expr, values, ctx, what) {
  value <- one_value(expr, values, what, ctx)
  if (!is.logical(value) || is.na(value)) stop_in(ctx, "bad_argument", sprintf("`%s` takes TRUE or FALSE.", what))
  value
}

# What windows share while a section is worked: groups and arrangements of rows.
window_groups <- function(per, table) {
  key <- paste("groups", rlang::hash(lapply(per, strip_text)))
  if (is.null(table$memo[[key]])) {
    table$memo[[key]] <- core_group(group_columns(per, table), table$n)
  }
  table$memo[[key]]
}

window_rows <- function(per, along, table) {
  key <- paste("rows", rlang::hash(list(lapply(per, strip_text), along)))
  if (is.null(table$memo[[key]])) {
    keys <- lapply(along, function(sort) in_language(evaluate_column(sort$node, table), table$locale))
    down <- vapply(along, function(sort) sort$down, TRUE)
    table$memo[[key]] <- core_arrange(window_groups(per, table), keys, down)
    if (length(along)) table$method(core_sorted_already(table$memo[[key]]))
  }
  table$memo[[key]]
}

# Lines of one level are compared among themselves.
group_columns <- function(per, table) {
  own <- lapply(per, function(node) if (node$type == "parent") table$parent() else evaluate_column(node, table))
  unname(c(if (!is.null(table$level)) list(table$level), own))
}

tied_rows <- function(per, along, table) {
  if (length(along) == 0) return(0)
  key <- paste("tied", rlang::hash(list(lapply(per, strip_text), along)))
  if (is.null(table$memo[[key]])) table$memo[[key]] <- core_tied_rows(window_rows(per, along, table))
  table$memo[[key]]
}

note_ties <- function(node, table, effect) {
  tied <- tied_rows(node$per, node$along, table)
  if (tied == 0) return(invisible())
  table$note(sprintf(
    "%s tie in the order by %s; %s", count_of(tied, table$row), sort_words(node$along), effect
  ))
}

per_words <- function(per) {
  if (length(per) == 0) return("")
  sprintf(" in each %s", both(vapply(per, node_label, "")))
}

order_words <- function(along) {
  if (length(along) == 0) return(" in the order of entry")
  paste0(" along ", sort_words(along))
}

# Groups and places in plain R, for a second route.
plain_groups <- function(per, table) {
  ids <- lapply(group_columns(per, table), function(column) {
    values <- plain_vector(column)
    match(values, unique(values))
  })
  if (length(ids) == 0) return(rep(1L, table$n))
  match(do.call(paste, ids), unique(do.call(paste, ids)))
}

# The rows in order, and each row's place, which rows that tie share.
plain_order <- function(along, table) {
  keys <- lapply(along, function(sort) {
    x <- in_language(evaluate_column(sort$node, table), table$locale)
    ranks <- if (is_text_vector(x) && identical(attr(x, "pool")$language, table$locale) && !is.null(table$locale)) {
      attr(x, "pool")$rank[codes_of(x)]
    } else {
      plain <- plain_vector(x)
      if (inherits(plain, "integer64")) rank(plain, na.last = "keep", ties.method = "min") else plain
    }
    places <- match(ranks, sort(unique(ranks), method = if (is.character(ranks)) "radix" else "auto"))
    if (sort$down) -places else places
  })
  if (length(keys) == 0) return(list(order = seq_len(table$n), place = seq_len(table$n), gap = logical(table$n)))
  order <- do.call(base::order, c(unname(keys), list(na.last = TRUE)))
  tied <- do.call(paste, c(unname(keys), list(sep = "/")))
  place <- integer(table$n)
  place[order] <- cumsum(!duplicated(tied[order]))
  list(order = order, place = place, gap = is.na(keys[[1]]))
}

# How a proof leads to the value of a window, where there is no better word.
that_gives <- function(node, rows, table, line, value) "That gives"
