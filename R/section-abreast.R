# abreast: a key whose values stand side by side as columns. What stands beside the lines, what is
# shown and the order have been worked on the cells before they are laid out.

room("abreast", "section",
  place = 10, read = read_items,
  option = list(takes = "KEY", does = "a key whose values stand side by side",
    example = "columns_of(paid, totals = \"both\")"),
  clause = clause("categories across ...", "Side by side:", function(seen) ways_to_stand_abreast(), one = TRUE),
  check = function(items, ctx) {
    if (ctx$grain != "lines") stop_in(
      ctx, "no_lines", "cells come from lines, and the brief does not say what makes a line.",
      "Add lines = c(...) with the keys of the rows and the key that is to stand abreast."
    )
    taken <- intersect(
      level_columns, c(ctx$keys, setdiff(names(ctx$columns), if (!is.null(ctx$level_sets)) level_columns))
    )
    if (length(taken)) stop_in(ctx, "name_twice", sprintf(
      "a page with a key abreast has a column `%s` of its own; give yours another name.", taken[1]
    ))
    if (length(items) != 1) stop_in(
      ctx, "bad_argument", "one key stands abreast.",
      "Join two keys into one in `lines`, or write columns_of(key, figures = ...) for what stands in the cells."
    )
    check_abreast(items[[1]], ctx)
  },
  leaves = function(checked, ctx) {
    ctx$abreast <- checked
    ctx
  },
  work = function(drawn, checked) {
    drawn$page$wide <- wide_page(drawn, checked)
    add_note(drawn, drawn$page$wide$notes, "columns_absent")
  },
  words = function(checked) {
    edges <- c(if (checked$side) "beside each row", if (checked$foot) "at the foot")
    order <- if (!is.null(checked$order)) sprintf(", sorted by %s", sort_words(checked$order))
    fixed <- if (!is.null(checked$columns)) {
      other <- if (is.null(checked$beyond)) "any other is an error" else sprintf("all others as %s", checked$beyond)
      sprintf(": %s; %s", both(heads_of(checked$columns)), other)
    }
    paste0(
      sprintf("Set %s abreast, with %s in the cells", checked$key, both(checked$figures)), order, fixed,
      if (length(edges)) sprintf(", with totals %s", both(edges))
    )
  },
  asks = function(checked) list(lines = checked, footing = checked),
  in_sql = NULL, aside = NULL,
  owes = function(drawn, checked) list(check_crosstab(drawn), check_cells_abreast(drawn, checked))
)

abreast_args <- alist(key = , figures = NULL, totals = "none", order = NULL, columns = NULL, other = NULL)

check_abreast <- function(item, ctx) {
  if (nzchar(item$name)) stop_in(ctx, "bad_argument", sprintf("a key abreast has no name (`%s`).", item$name))
  expr <- item$expr
  if (!rlang::is_call(expr, "columns_of")) expr <- call("columns_of", expr)
  parts <- match_args(expr, abreast_args, "columns_of", ctx)
  key <- if (is.symbol(parts$key)) as.character(parts$key) else ""
  if (!key %in% ctx$keys) stop_in(
    ctx, "unknown_column", sprintf(
      "`%s` is no key of the lines, and only a key can stand abreast.", expr_text(parts$key)
    ),
    c(meant(key, ctx$keys, "keys"), "A new key belongs into `lines`, with a name."), column = key
  )
  totals <- one_value(parts$totals, item$values, "totals", ctx)
  if (!totals %in% c("none", "side", "foot", "both")) stop_in(
    ctx, "bad_argument", "totals is \"side\", \"foot\", \"both\" or \"none\"."
  )
  order <- if (!is.null(parts$order)) check_sort(parts$order, item$values, ctx)
  columns <- fixed_columns(parts$columns, item$values, ctx)
  if (!is.null(order) && !is.null(columns)) stop_in(
    ctx, "bad_argument", "`columns` says which stand abreast and in what order; leave out `order`."
  )
  side <- totals %in% c("side", "both")
  foot <- totals %in% c("foot", "both") && length(ctx$keys) > 1
  list(
    key = key, keys = ctx$keys, figures = cell_figures(parts$figures, ctx), side = side, foot = foot, order = order,
    columns = columns, beyond = other_label(parts$other, columns, key, item$values, ctx),
    needs_side = side || isTRUE(ctx$sorted), needs_foot = foot || !is.null(order)
  )
}

# What stands in the cells: all that is no key, or what is named.
cell_figures <- function(expr, ctx) {
  able <- setdiff(names(ctx$columns), c(ctx$keys, level_columns))
  if (length(able) == 0) stop_in(
    ctx, "bad_argument", "there is nothing to put into the cells.", "Add figures = c(n = count()), for instance."
  )
  if (is.null(expr)) return(able)
  parts <- if (rlang::is_call(expr, "c")) as.list(expr)[-1] else list(expr)
  vapply(parts, function(part) {
    name <- if (is.symbol(part)) as.character(part) else ""
    if (!name %in% able) stop_in(
      ctx, "unknown_column", sprintf("`%s` is nothing that a cell can hold.", expr_text(part)),
      meant(name, able, "figures"), column = name
    )
    name
  }, "")
}

# The values that have a column, in their order; NA stands for the missing key.
fixed_columns <- function(expr, values, ctx) {
  if (is.null(expr)) return(NULL)
  parts <- if (rlang::is_call(expr, "c")) as.list(expr)[-1] else list(expr)
  found <- do.call(c, lapply(parts, function(part) {
    node <- check_node(part, values, ctx)
    if (node$type != "value") stop_in(
      ctx, "bad_argument", sprintf("`columns` takes values of the key, and `%s` is none.", expr_text(part)),
      "Put text in quotes: columns = c(\"cash\", \"account\")."
    )
    if (is.factor(node$value)) as.character(node$value) else node$value
  }))
  twice <- found[duplicated(found)]
  if (length(twice)) stop_in(ctx, "name_twice", sprintf("`columns` names %s twice.", value_text(twice[1])))
  found
}

other_label <- function(expr, columns, key, values, ctx) {
  if (is.null(expr)) return(NULL)
  label <- one_value(expr, values, "other", ctx)
  if (is.null(columns)) stop_in(
    ctx, "bad_argument", "`other` gathers what `columns` does not name, and there is no `columns`."
  )
  if (!is.character(label) || is.na(label) || label %in% columns) stop_in(
    ctx, "bad_argument", "`other` takes the heading of the column that gathers the rest: other = \"other\"."
  )
  if (!ctx$columns[[key]] %in% c("text", "factor")) stop_in(
    ctx, "wrong_kind", sprintf("`other` needs a key that is text, and `%s` is %s.", key, a_kind(ctx$columns[[key]])),
    sprintf("Make it text in `lines`: %s = as_text(%s).", name_text(key), name_text(key))
  )
  label
}

# Values of a fixed key that `columns` does not name are one value before lines are made, so that
# every figure of their column comes from its entries.
gather_beyond <- function(keys, abreast) {
  if (is.null(abreast$beyond)) return(keys)
  key <- as_text_vector(keys[[abreast$key]])
  texts <- texts_of(key)
  if (abreast$beyond %in% texts) stop_idle(
    "name_twice", sprintf(
      "In the section `abreast`: `%s` has a value \"%s\" of its own, which is also the heading of the others.",
      abreast$key, abreast$beyond
    ), "Choose another heading: other = \"all others\"."
  )
  known <- texts %in% abreast$columns
  gathered <- pooled(codes_of(key), ifelse(known, texts, abreast$beyond))
  if (!anyNA(abreast$columns)) gathered <- or_text(gathered, abreast$beyond)
  keys[[abreast$key]] <- gathered
  keys
}

# Said before any figure is worked.
check_number_of_columns <- function(lines, abreast) {
  if (is.null(abreast)) return(invisible())
  values <- core_group_facts(core_group(list(lines$columns[[abreast$key]]), lines$n))$size
  if (!is.null(abreast$columns)) values <- length(abreast$columns)
  n <- values * length(abreast$figures)
  if (n > limit("most_columns")) stop_idle(
    "bad_argument",
    sprintf(
      "In the section `abreast`: %s has %s, which with %s each would be %s; %s is the most.", tick(abreast$key),
      count_of(values, "value"), count_of(length(abreast$figures), "figure"), count_of(n, "column"),
        limit("most_columns")
    ),
    "Make the key coarser in `lines` (start_of(date, \"month\"), bands(x, at = ...)), or name the columns wanted."
  )
}

# By choosing: a key with few values, and where its totals stand.
ways_to_stand_abreast <- function() {
  key <- blank("key", few = TRUE)
  totals <- c(
    "with totals beside each row" = "side", "with totals at the foot" = "foot",
    "with totals beside each row and at the foot" = "both"
  )
  list(
    phrase("each {key}[, {totals}]", quote(columns_of(.key, totals = .totals)), spread = "key", key = key,
      totals = blank("word", optional = TRUE, asks = "Totals", unsaid = "no totals", words = totals)),
    phrase("each {key}", quote(.key), key = key)
  )
}
