# A query as pages: each SELECT is one, or several upon each other where the brief works in another order.

# The page of a query, as a relation.
page_of_query <- function(query, s, tables) {
  for (named in query$with) {
    relation <- renamed_columns_of(called_by(page_of_query(named$query, s, tables), named$name$name), named$columns, s,
      named$name)
    relation$of_query <- TRUE
    tables[[named$name$name]] <- relation
  }
  tail <- query[intersect(names(query), c("order", "most", "offset", "ties", "fetch_at"))]
  body <- query$body
  if (body$type == "select" && !body$distinct) return(page_of_select(body, tail, s, tables))
  relation <- switch(body$type,
    select = distinct_page(of_lines_alone(page_of_select(body, list(), s, tables), body, s), s),
    union = page_of_union(body, s, tables), query = page_of_query(body, s, tables)
  )
  if (length(tail)) sorted_page(relation, tail, s) else relation
}

page_of_select <- function(select, tail, s, tables) {
  b <- new.env(parent = emptyenv())
  b$relation <- relation_from(select$from, s, tables)
  b$tables <- tables
  b$select <- select
  b$inside <- list()
  b$items <- items_without_stars(select$items, b$relation, s)
  scope <- block_scope(b, s)
  conditions <- conjuncts(select$where)
  for (part in c("where", "having")) if (has_window(select[[part]])) outside(
    sprintf("a window in %s", toupper(part)), select[[part]], s,
    "Put the window into a query inside of FROM, and the condition around it."
  )
  tell_undone_joins(conditions, b$relation, s)
  b$only <- c(b$relation$after, lapply(conditions, said_of_query, scope = scope))
  gathers <- length(select$group) > 0 || any(vapply(
    c(lapply(b$items, `[[`, "x"), list(select$having), lapply(tail$order, `[[`, "x")), has_figure, TRUE
  ))
  if (!is.null(select$having) && !gathers) outside("HAVING without a figure or GROUP BY", select$having, s)
  if (gathers) s$grouped_page(b, tail, s) else plain_page(b, tail, s)
}

items_without_stars <- function(items, relation, s) {
  unlist(lapply(items, function(item) {
    if (item$x$type != "star") return(list(item))
    table <- item$x$table
    own <- Filter(function(column) {
      if (is.null(table)) !isTRUE(column$merged) else identical(tolower(column$table), tolower(table))
    }, relation$columns)
    if (length(own) == 0) stop_at(s$text, item$x$at, sprintf("there is no table `%s`", table), class = "unknown_table")
    lapply(own, function(column) {
      list(
        x = list(type = "column", table = column$table, name = column$name, quoted = TRUE, at = item$x$at),
          name = column$name
      )
    })
  }), recursive = FALSE)
}

# Whether there is a figure that gathers rows, outside of a window.
has_figure <- function(node) {
  has_call(node, function(call) call$fn %in% c(figure_names_in_sql, "GROUPING") && is.null(call$over))
}

has_window <- function(node) has_call(node, function(call) !is.null(call$over) || call$fn %in% window_names)

# Whether there is such a call in an expression; what stands in a query of its own is that query's.
has_call <- function(node, fits) {
  if (!is.list(node)) return(FALSE)
  if (identical(node$type, "call") && fits(node)) return(TRUE)
  if (isTRUE(node$type %in% c("one_query", "exists"))) return(FALSE)
  inner <- if (identical(node$type, "in_query")) list(node$x) else node
  any(vapply(inner, has_call, TRUE, fits = fits))
}

# A left join whose right side a condition asks for something is an inner join.
tell_undone_joins <- function(conditions, relation, s) {
  for (one in conditions) {
    inside <- c(list(one), nodes_inside(one))
    spares <- any(vapply(inside, function(node) {
      identical(node$type, "call") && node$fn %in% c("IS NULL", "COALESCE",
        "OR",
        "IS DISTINCT FROM")
    }, TRUE))
    outer <- Filter(function(node) isTRUE(column_meant(relation, node, s, TRUE)$outer), columns_named_in(one))
    if (length(outer) && !spares) s$tell(one, sprintf(
      "asks something of %s, which rows without a partner do not have: the left join loses them again; ON keeps them",
      outer[[1]]$name
    ))
  }
}

# Single rows, with windows -----------------------------------------------------------------------------------------

block_scope <- function(b, s) {
  scope <- entry_scope(b$relation, s)
  scope$query <- function(node, negated = FALSE) query_inside(node, b, s, scope, negated)
  scope$window <- function(node) said_window(node, scope, scope, b$select$windows)
  scope$figure <- function(node) outside(sprintf("%s() without GROUP BY at this place", node$fn), node, s)
  scope
}

plain_page <- function(b, tail, s) {
  scope <- block_scope(b, s)
  out <- named_outputs(b$items, function(item) said_of_query(item$x, scope), function() names_taken(b$relation), s)
  # What a sort asks of another table is brought in too.
  sorts_of_tail(tail, out, scope)
  page <- list(prepare = b$relation$prepare, only = b$only, beside = out$made)
  finish_page(b$relation$source, page, out, tail, scope, s)
}

names_taken <- function(relation) c(vapply(relation$columns, `[[`, "", "r"), names(kinds_of(relation$source)), "made")

# Each item of SELECT: a column as it is, or a new one with a name of its own.
# `taken()` gives the names that others have once an item is said.
named_outputs <- function(items, say, taken, s) {
  made <- list()
  columns <- list()
  for (k in seq_along(items)) {
    item <- items[[k]]
    expr <- say(item)
    heading <- heading_of(item, k)
    if (!is.symbol(expr) || as.character(expr) %in% vapply(columns, `[[`, "", "r")) {
      r <- free_name(heading, c(taken(), names(made)))
      made[[r]] <- if (is.atomic(expr)) same_for_all(expr, item, s) else expr
    } else {
      r <- as.character(expr)
    }
    columns <- c(columns, list(list(table = "", name = heading, r = r, expr = expr, item = item)))
  }
  list(made = made, columns = columns)
}

heading_of <- function(item, k) {
  if (!is.null(item$name)) return(item$name)
  x <- item$x
  switch(x$type, column = x$name, call = if (grepl("^[A-Z_]+$", x$fn)) tolower(x$fn) else sprintf("column_%d", k),
    extract = tolower(x$part), case = "case", sprintf("column_%d", k))
}

# One value in all rows.
same_for_all <- function(value, item, s) {
  if (is.logical(value) && is.na(value)) outside("NULL as a column", item$x, s)
  call("or_else", value, value)
}

# Order, the first rows, headings.
finish_page <- function(source, page, out, tail, scope, s) {
  sorts <- sorts_of_tail(tail, out, scope)
  page$order <- sorts
  page$layout <- outputs_laid_out(out$columns)
  if (is.null(tail$most) && is.null(tail$offset)) {
    return(relation_of_page(do.call(page_of_sections, c(list(source, s), page), quote = TRUE), out$columns))
  }
  if (length(page$show)) {
    below <- relation_of_page(do.call(page_of_sections, c(list(source, s), page[setdiff(names(page), c("order",
      "layout"))]), quote = TRUE), out$columns)
    source <- below$source
    page <- list(order = sorts, layout = page$layout)
  }
  place <- free_name("place", c(names(kinds_of(source)), vapply(out$columns, `[[`, "", "r"), names(page$beside)))
  keys <- if (length(sorts)) sorts else list(quote(entered()))
  page$beside[[place]] <- as.call(c(as.name(if (isTRUE(tail$ties)) "rank" else "row_number"), keys))
  if (length(sorts) == 0) s$tell(list(at = tail$fetch_at), "takes the first rows of no order, which are any rows")
  offset <- if (is.null(tail$offset)) 0 else tail$offset
  page$show <- c(page$show, if (!is.null(tail$most)) list(call("<=", as.name(place), offset + tail$most)),
    if (offset > 0) list(call(">", as.name(place), offset)))
  relation_of_page(do.call(page_of_sections, c(list(source, s), page), quote = TRUE), out$columns)
}

outputs_laid_out <- function(columns) {
  stats::setNames(lapply(columns, function(column) as.name(column$r)), vapply(columns, function(column) {
    if (identical(column$name, column$r)) "" else column$name
  }, ""))
}

# By position, by the name of an item, or by an expression.
sorts_of_tail <- function(tail, out, scope) {
  unlist(lapply(tail$order, function(sort) {
    x <- sort$x
    names <- vapply(out$columns, `[[`, "", "name")
    r <- if (x$type == "value" && isTRUE(x$whole)) {
      if (x$value < 1 || x$value > length(names)) stop_at(scope$text, sort$at,
        sprintf("there are %s columns to sort by",
        length(names)))
      as.name(out$columns[[x$value]]$r)
    } else if (x$type == "column" && is.null(x$table) && tolower(x$name) %in% tolower(names)) {
      as.name(out$columns[[match(tolower(x$name), tolower(names))]]$r)
    } else {
      expr <- said_of_query(x, scope)
      known <- Filter(function(column) identical(column$expr, expr), out$columns)
      if (length(known)) as.name(known[[1]]$r) else expr
    }
    one <- if (sort$down) call("falling", r) else r
    if (identical(sort$nulls, "first")) list(call("!", call("is_missing", r)), one) else list(one)
  }), recursive = FALSE)
}

relation_of_page <- function(page, columns) {
  kinds <- kinds_of(page)
  list(source = page, prepare = list(), columns = lapply(columns, function(column) {
    list(
      table = "", name = column$name, r = column$r, kind = kinds[[column$r]]
    )
  }))
}

# DISTINCT, UNION, and an order over them ------------------------------------------------------------------------------

distinct_page <- function(relation, s) {
  keys <- lapply(relation$columns, function(column) as.name(column$r))
  page <- page_of_sections(relation$source, s, lines = unname(keys), layout = outputs_laid_out(relation$columns))
  relation_of_page(page, relation$columns)
}

sorted_page <- function(relation, tail, s) {
  out <- list(columns = lapply(relation$columns, function(column) c(column, list(expr = as.name(column$r)))))
  finish_page(relation$source, list(), out, tail, entry_scope(relation, s), s)
}

page_of_union <- function(body, s, tables) {
  parts <- lapply(list(body$first, body$second), function(part) {
    query <- if (part$type == "query") part else list(type = "query", body = part)
    of_lines_alone(page_of_query(query, s, tables), body, s)
  })
  widths <- lengths(lapply(parts, `[[`, "columns"))
  if (widths[1] != widths[2]) stop_at(s$text, body$at, sprintf("UNION puts %s under %s", count_of(widths[2], "column"),
    widths[1]))
  names <- character()
  for (k in seq_along(parts[[1]]$columns)) names <- c(names, name_in_both(parts, k, names))
  pages <- lapply(parts, function(part) {
    new <- stats::setNames(lapply(part$columns, function(column) as.name(column$r)), names)
    page_of_sections(part$source, s, columns = new)
  })
  symbol <- s$name_table(pages[[2]], "second")
  page <- page_of_sections(pages[[1]], s, prepare = list(as.call(list(quote(stack_on), symbol))),
    layout = outputs_laid_out(Map(function(column, r) list(name = column$name, r = r), parts[[1]]$columns, names)))
  relation <- relation_of_page(page, Map(function(column, r) list(name = column$name, r = r), parts[[1]]$columns,
    names))
  if (body$all) return(relation)
  s$tell(body, "is UNION without ALL, which drops rows that are alike; UNION ALL keeps every one")
  distinct_page(relation, s)
}

# What a column of both sides is called: as it is there, unless another column of a side has that name.
name_in_both <- function(parts, k, names) {
  taken <- unlist(lapply(parts, function(part) {
    setdiff(names(kinds_of(part$source)), part$columns[[k]]$r)
  }))
  free_name(parts[[1]]$columns[[k]]$name, c(taken, names))
}

# Queries inside of expressions ---------------------------------------------------------------------------------------

# The same query in the same place is one, however often it is asked for.
query_inside <- function(node, b, s, scope, negated) {
  key <- paste(node$at, negated)
  if (is.null(b$inside[[key]])) b$inside[[key]] <- query_said(node, b, s, scope, negated)
  b$inside[[key]]
}

query_said <- function(node, b, s, scope, negated) {
  if (node$type == "exists") return(said_exists(node, b, s, scope))
  inner <- of_lines_alone(page_of_query(node$query, s, b$tables), node, s)
  if (length(inner$columns) != 1) stop_at(s$text, node$at, "a query that stands for values has one column")
  column <- inner$columns[[1]]
  if (node$type == "one_query") return(one_value_brought(inner$source, as.name(column$r), b, s))
  x <- said_of_query(node$x, scope)
  base <- call("%in%", x, call("column_of", s$name_table(inner$source, "values"), as.name(column$r)))
  if (!negated) return(base)
  counts <- page_of_sections(inner$source, s, lines = quote(whole()),
    figures = list(rows = quote(count()), gaps = call("count_missing", as.name(column$r))))
  rows <- one_value_brought(counts, quote(rows), b, s)
  gaps <- one_value_brought(counts, quote(gaps), b, s)
  s$tell(node,
    "is NOT IN of a query: where one of its values is missing, a database finds no row at all; so does this page")
  call("case", call("when", call("==", rows, 0), FALSE), call("when", base, TRUE), call("when", call(">", gaps, 0), NA),
    otherwise = base)
}

# The one line of a page, beside each row.
one_value_brought <- function(page, column, b, s) {
  taken <- c(names_taken(b$relation), b$brought)
  r <- free_name("value", taken)
  b$brought <- c(b$brought, r)
  there <- names(kinds_of(page))[1]
  call <- as.call(list(quote(bring_in), s$name_table(page, "one"),
    match = call("c", call("==", always(b$relation), call("|", call("is_missing", as.name(there)), TRUE))),
    columns = as.call(stats::setNames(list(quote(c), column), c("", r))), expect = "one", without_partner = "keep"))
  b$relation$prepare <- c(b$relation$prepare, list(call))
  as.name(r)
}

# EXISTS (SELECT ... WHERE inner = outer): rows with a partner.
said_exists <- function(node, b, s, scope) {
  select <- node$query$body
  if (select$type != "select" || length(select$group) || !is.null(select$having)) outside("EXISTS of such a query",
    node, s)
  inner <- as_bare(relation_from(select$from, s, b$tables), s)
  own <- list()
  match <- list()
  for (one in conjuncts(select$where)) {
    sides <- if (one$type == "call" && one$fn == "=") sides_of_equal(one, b$relation, inner, s)
    if (belongs_to(one, inner, s)) {
      own <- c(own, list(said_of_query(one, entry_scope(inner, s))))
    } else if (!is.null(sides)) {
      match <- c(match, list(call("==", said_of_query(sides[[1]], scope), said_of_query(sides[[2]],
        entry_scope(inner, s)))))
    } else {
      outside("a condition between both queries that is no equality", one, s)
    }
  }
  page <- if (length(own)) page_of_sections(inner$source, s, only = own) else inner$source
  if (length(match) == 0) match <- list(call("==", always(b$relation), always(inner)))
  call("has_partner", s$name_table(page, "partners"), match = as.call(c(quote(c), match)))
}
