# order: sorting of the lines that are shown. Lines that tie stay in key order.

room("order", "section",
  place = 9, read = read_items, windows = TRUE,
  option = list(takes = "KEYS", does = "how lines are sorted", example = "falling(receipts)"),
  clause = clause("sorted by ...", "Sort by", function(seen) {
    list(phrase("{o}", quote(.o), o = blank("order"), spread = "o"))
  }),
  check = function(items, ctx) {
    unlist(lapply(items, function(item) {
      item$expr <- edge_as_figure(item$expr, ctx)
      if (nzchar(item$name)) stop_in(ctx, "bad_argument", sprintf("an order has no name (`%s`).", item$name))
      check_sort(item$expr, item$values, ctx)
    }), recursive = FALSE)
  },
  leaves = function(checked, ctx) {
    ctx$sorted <- TRUE
    ctx
  },
  work = function(drawn, checked) {
    table <- lines_table(drawn)
    locale <- drawn$page$locale
    keys <- lapply(checked, function(key) in_language(evaluate_column(key$node, table), locale))
    down <- vapply(checked, function(key) key$down, logical(1))
    others <- others_last(drawn$lines, checked)
    drawn$lines$display <- if (is_footed(drawn$lines)) footed_order(drawn$lines, locale, keys, down) else core_order(
      append(keys, list(others$flag), others$after), append(down, FALSE, others$after), table$n
    )
    drawn
  },
  words = function(checked) paste("Sort by", sort_words(checked)),
  in_sql = function(q, checked, brief) {
    q <- gathered_query(q)
    looks <- any(vapply(checked, function(key) holds_window(key$node), TRUE))
    if (looks && (!is.null(q$level) || q$cells_here)) {
      not_in_sql("an order by what looks at other lines is worked here", to_of(q, "order"))
    }
    if (q$cells_here || !is.null(q$level)) return(q)
    hoisted <- new_hoisted()
    to <- to_of(q, "order", hoisted = hoisted)
    to$hoisting <- TRUE
    q$order <- vapply(checked, sort_in_sql, "", to = to)
    with_hoisted(q, hoisted)
  },
  aside = NULL,
  owes = function(drawn, checked) list(check_sorted(drawn, checked))
)

# A line of others comes last in its group: after the leading sort keys that the groups are made of.
others_last <- function(lines, checked) {
  flag <- as.integer(is_others(lines))
  per <- lines$others_per
  leading <- vapply(checked, function(key) key$node$type == "column" && key$node$name %in% per, logical(1))
  list(flag = flag, after = sum(cumprod(leading)))
}

# A crosstab is ordered by what stands on its edge: the column `Total` is the figure itself there.
edge_as_figure <- function(expr, ctx) {
  if (!"abreast" %in% ctx$sections) return(expr)
  figures <- setdiff(names(ctx$columns), c(ctx$keys, level_columns))
  names <- c(if (length(figures) == 1) total_head, paste(total_head, figures))
  of <- c(if (length(figures) == 1) figures, figures)
  replace_in <- function(part) {
    if (rlang::is_call(part, c("falling", "rising", "c"))) {
      part[-1] <- lapply(as.list(part)[-1], replace_in)
      return(part)
    }
    name <- if (is.symbol(part)) as.character(part) else ""
    at <- match(name, setdiff(names, names(ctx$columns)))
    if (is.na(at)) part else as.name(of[match(name, names)])
  }
  replace_in(expr)
}
