# A query that gathers rows: keys, figures, subtotals, what stands beside the lines.

grouped_page <- function(b, tail, s) {
  entry <- block_scope(b, s)
  entry$window <- function(node) outside("a window inside of a figure", node, s)
  g <- new.env(parent = emptyenv())
  g$keys <- keys_of_query(b, entry, s)
  g$sets <- sets_of_query(b$select$group, g$keys, function(node) key_expression(node, b, entry, s))
  g$figures <- list()
  g$taken <- c(names(g$keys), level_columns)
  scope <- line_scope(b, g, entry, s)
  out <- outputs_of_groups(b, g, scope, entry, s)
  having <- if (!is.null(b$select$having)) said_of_query(b$select$having, scope)
  sorts <- sorts_of_tail(tail, out, scope)
  levels <- levels_of_query(g)
  if (length(levels$footing) && !is.null(having)) {
    having <- call("&", having, quote(line_kind %in% c("line", "subtotal", "total")))
  }
  page <- list(
    prepare = b$relation$prepare, only = b$only,
    lines = if (length(g$keys)) keys_as_written(g$keys) else quote(whole()),
    figures = g$figures, footing = levels$footing, show = c(having, levels$show)
  )
  windows <- any(vapply(b$items, function(item) has_window(item$x), TRUE))
  if (windows && !is.null(having)) return(page_above(b, page, out, tail, scope, levels, s))
  page$beside <- out$made
  if (length(levels$footing) && length(tail) && !is.null(tail$most)) outside("FETCH of lines with subtotals", b$select,
    s)
  finish_page(b$relation$source, page, out, tail, scope, s)
}

# HAVING comes before windows there: the lines that it leaves are the page below.
page_above <- function(b, page, out, tail, scope, levels, s) {
  if (length(levels$footing)) outside("HAVING and windows over subtotals in one query", b$select, s)
  below <- do.call(page_of_sections, c(list(b$relation$source, s), page), quote = TRUE)
  finish_page(below, list(beside = out$made), out, tail, scope, s)
}

# The keys by name, as expressions of single rows.
keys_of_query <- function(b, scope, s) {
  keys <- list()
  nodes <- unlist(lapply(b$select$group, function(part) {
    if (part$type == "key") list(part$x) else unlist(lapply(part$parts, function(one) {
      if (!is.null(one$type)) unlist(one$parts, recursive = FALSE) else one
    }), recursive = FALSE)
  }), recursive = FALSE)
  for (node in nodes) {
    expr <- key_expression(node, b, scope, s)
    if (any(vapply(keys, identical, TRUE, expr))) next
    name <- name_of_key(expr, b, scope, length(keys) + 1)
    keys[[free_name(name, names(keys))]] <- expr
  }
  keys
}

# A key is a column, an expression, a position, or the name of an item.
key_expression <- function(node, b, scope, s) {
  item <- NULL
  if (node$type == "value" && isTRUE(node$whole)) {
    if (node$value < 1 || node$value > length(b$items)) stop_at(s$text, node$at, "there is no such item to group by")
    item <- b$items[[node$value]]
  } else if (node$type == "column" && is.null(node$table) && is.null(column_meant(b$relation, node, s, TRUE))) {
    named <- Filter(function(one) identical(tolower(one$name), tolower(node$name)), b$items)
    if (length(named)) item <- named[[1]]
  }
  if (!is.null(item)) node <- item$x
  if (has_figure(node)) stop_at(s$text, node$at, "a figure cannot be grouped by", class = "figure_misplaced")
  said_of_query(node, scope)
}

# A column that is its own key needs no name.
keys_as_written <- function(keys) {
  own <- vapply(names(keys), function(name) identical(keys[[name]], as.name(name)), TRUE)
  stats::setNames(keys, ifelse(own, "", names(keys)))
}

name_of_key <- function(expr, b, scope, k) {
  for (item in b$items) {
    if (has_figure(item$x) || has_window(item$x) || is.null(item$name) && item$x$type != "column") next
    if (identical(said_of_query(item$x, scope), expr)) return(heading_of(item, k))
  }
  if (is.symbol(expr)) as.character(expr) else sprintf("key_%d", k)
}

# What an expression may name once rows are gathered.
line_scope <- function(b, g, entry, s) {
  scope <- entry
  scope$key <- function(node) {
    if (node$type == "value" || has_figure(node) || has_window(node)) return(NULL)
    if (!all(vapply(columns_named_in(node), function(one) !is.null(column_meant(b$relation, one, s, TRUE)), TRUE))) {
      return(NULL)
    }
    if (any(vapply(c(list(node), nodes_inside(node)), function(one) {
      isTRUE(one$type %in% c("one_query", "in_query",
        "exists"))
    }, TRUE))) return(NULL)
    expr <- said_of_query(node, entry)
    at <- which(vapply(g$keys, identical, TRUE, expr))
    if (length(at)) as.name(names(g$keys)[at[1]])
  }
  scope$find <- function(node) {
    column_meant(b$relation, node, s)
    stop_at(s$text, node$at, sprintf("the rows of a line may have several values of `%s`", node$name),
      sprintf("Group by it too, or say which: min(%1$s), max(%1$s).", node$name), "not_determined")
  }
  scope$figure <- function(node) hoisted_figure(said_figure(node, entry, entry), tolower(node$fn), g)
  scope$grouping <- function(node) said_grouping(node, g, scope)
  scope$window <- function(node) said_window(node, scope, scope, b$select$windows)
  scope$query <- function(node, negated = FALSE) {
    if (node$type != "one_query") outside("such a query after rows are gathered", node, s)
    hoisted_figure(call("max", entry$query(node)), "value", g)
  }
  scope
}

# A figure that has a name already goes by it.
hoisted_figure <- function(call, name, g) {
  known <- which(vapply(g$figures, identical, TRUE, call))
  if (length(known)) return(as.name(names(g$figures)[known[1]]))
  name <- free_name(name, c(g$taken, names(g$figures)))
  g$figures[[name]] <- call
  as.name(name)
}

# Items that are figures, or figures in arithmetic, are figures of the page; with windows they stand beside.
outputs_of_groups <- function(b, g, scope, entry, s) {
  inline <- scope
  inline$figure <- function(node) said_figure(node, entry, entry)
  named_outputs(b$items, function(item) {
    if (has_window(item$x) || !has_figure(item$x) || uses_levels(item$x)) return(said_of_query(item$x, scope))
    expr <- said_of_query(item$x, inline)
    name <- heading_of(item, match(list(item), b$items))
    known <- which(vapply(g$figures, identical, TRUE, expr))
    if (length(known)) return(as.name(names(g$figures)[known[1]]))
    name <- free_name(name, c(g$taken, names(g$figures)))
    g$figures[[name]] <- expr
    as.name(name)
  }, function() c(g$taken, names(g$figures), names_taken(b$relation)), s)
}

uses_levels <- function(node) {
  any(vapply(c(list(node), nodes_inside(node)), function(one) {
    identical(one$type, "call") && one$fn == "GROUPING" || isTRUE(one$type %in% c("one_query", "in_query", "exists"))
  }, TRUE))
}

# Subtotals -----------------------------------------------------------------------------------------------------------

# The sets of keys that are asked for, each as names.
sets_of_query <- function(group, keys, said) {
  name <- function(node) {
    expr <- said(node)
    names(keys)[which(vapply(keys, identical, TRUE, expr))[1]]
  }
  sets <- list(character())
  for (part in group) {
    own <- sets_of_part(part, name)
    sets <- unlist(lapply(sets, function(set) lapply(own, function(one) union(set, one))), recursive = FALSE)
  }
  unique(lapply(sets, function(set) names(keys)[names(keys) %in% set]))
}

sets_of_part <- function(part, name) {
  named <- function(nodes) vapply(nodes, name, "")
  switch(part$type,
    key = list(name(part$x)),
    rollup = rolled_up(lapply(part$parts, named)),
    cube = {
      n <- length(part$parts)
      lapply(seq_len(2^n) - 1, function(k) unlist(lapply(part$parts[bitwAnd(k, 2^(seq_len(n) - 1)) > 0], named)))
    },
    sets = unlist(lapply(part$parts, function(one) {
      if (!is.null(one$type)) sets_of_part(one, name) else list(named(one))
    }), recursive = FALSE)
  )
}

# The footing for sets beyond that of all keys, and what hides the lines where that set was not asked for.
levels_of_query <- function(g) {
  all <- names(g$keys)
  above <- Filter(function(set) length(set) < length(all), g$sets)
  if (length(above) == 0) return(list())
  said <- lapply(above, function(set) {
    if (length(set) == 0) return(quote(whole()))
    if (length(set) == 1) as.name(set) else as.call(c(quote(c), lapply(set, as.name)))
  })
  shown <- vapply(above, function(set) text_of_names(setdiff(all, set)), "")
  list(
    footing = list(as.call(c(quote(sets), said))),
    show = if (length(above) == length(g$sets)) list(call("%in%", quote(summed_over), as.call(c(quote(c),
      as.list(shown)))))
  )
}

# GROUPING(key): 1 where a line sums over it.
said_grouping <- function(node, g, scope) {
  bits <- lapply(node$args, function(arg) {
    name <- as.character(scope$key(arg))
    over <- Filter(function(set) !name %in% set, g$sets)
    if (length(name) == 0) stop_at(scope$text, arg$at, "GROUPING() takes what the lines are grouped by")
    texts <- vapply(over, function(set) text_of_names(setdiff(names(g$keys), set)), "")
    if (length(texts) == 0) return(call("case", call("when", call("is_missing", as.name(name)), 0), otherwise = 0))
    call("case", call("when", call("%in%", quote(summed_over), as.call(c(quote(c), as.list(texts)))), 1), otherwise = 0)
  })
  Reduce(function(a, b) call("+", call("*", a, 2), b), bits)
}
