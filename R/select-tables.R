# What a query reads from: tables, queries with a name, joins. A relation has a `source`, the preparations that bring
# the others in, and its columns, each with the table's name, its own, and what it is called in the brief (`r`).

relation_of <- function(source, label) {
  kinds <- kinds_of(source)
  columns <- Map(function(name, kind) list(table = label, name = name, r = name, kind = kind), names(kinds), kinds)
  list(source = source, prepare = list(), columns = unname(columns), made = NULL)
}

called_by <- function(relation, label) {
  relation$columns <- lapply(relation$columns, function(column) {
    column$table <- label
    column
  })
  relation
}

relation_from <- function(node, s, tables) {
  switch(node$type,
    table = named_relation(node, s, tables), join = joined_relation(node, s, tables),
    derived = renamed_columns_of(called_by(of_lines_alone(s$page_of_query(node$query, s, tables), node, s), node$alias),
      node$columns, s, node)
  )
}

named_relation <- function(node, s, tables) {
  at <- match(tolower(node$name), tolower(names(tables)))
  if (is.na(at)) stop_at(s$text, node$at, sprintf("there is no table `%s`", node$name),
    c(meant(node$name, names(tables), "tables"), sprintf("read_select(text, %s = ledger(...)) names it.", node$name)),
    "unknown_table")
  relation <- tables[[at]]
  if (isTRUE(relation$of_query)) of_lines_alone(relation, node, s)
  renamed_columns_of(called_by(relation, node$alias), node$columns, s, node)
}

# A page upon another sees its lines and no subtotals, and so it would lose those of a query.
of_lines_alone <- function(relation, node, s) {
  source <- relation$source
  if (is_brief(source) && !is.null(source$checked$footing)) outside(
    "what is drawn from a query with ROLLUP, CUBE or GROUPING SETS", node, s, "Put the subtotals into the outer query."
  )
  relation
}

renamed_columns_of <- function(relation, names, s, node) {
  if (is.null(names)) return(relation)
  if (length(names) != length(relation$columns)) stop_at(s$text, node$at, sprintf("%s %s, and there are %s",
    count_of(length(names), "name"), if (length(names) == 1) "is given" else "are given", length(relation$columns)))
  relation$columns <- Map(function(column, name) {
    column$name <- name$name
    column
  }, relation$columns, names)
  relation
}

# A column by its name; text in small and capital letters is the same unless it was quoted.
column_meant <- function(relation, node, s, soft = FALSE) {
  fits <- function(a, b) if (isTRUE(node$quoted)) identical(a, b) else identical(tolower(a), tolower(b))
  found <- Filter(function(column) {
    fits(column$name, node$name) && (is.null(node$table) && !isTRUE(column$merged) ||
      !is.null(node$table) && identical(tolower(column$table), tolower(node$table)))
  }, relation$columns)
  if (length(found) == 1) return(found[[1]])
  if (length(found) == 0 && soft) return(NULL)
  known <- unique(vapply(relation$columns, `[[`, "", "name"))
  if (length(found) == 0) stop_at(s$text, node$at, sprintf("there is no column `%s`",
    paste(c(node$table, node$name), collapse = ".")), meant(node$name, known, "columns"), "unknown_column")
  stop_at(s$text, node$at, sprintf("`%s` may be a column of %s", node$name,
    either(unlist(lapply(found, `[[`, "table")))), "Write the table before it, with a dot.", "unknown_column")
}

columns_named_in <- function(node) {
  Filter(function(one) identical(one$type, "column"), c(list(node), nodes_inside(node)))
}

# All trees inside of one.
nodes_inside <- function(node) {
  if (!is.list(node)) return(list())
  unlist(lapply(unname(node), function(part) {
    if (!is.list(part)) return(NULL)
    c(if (!is.null(part$type)) list(part), nodes_inside(part))
  }), recursive = FALSE)
}

belongs_to <- function(node, relation, s) {
  named <- columns_named_in(node)
  length(named) > 0 && all(vapply(named, function(one) !is.null(column_meant(relation, one, s, TRUE)), TRUE))
}

conjuncts <- function(node) {
  if (is.null(node)) return(list())
  if (node$type == "call" && node$fn == "AND") c(conjuncts(node$args[[1]]), conjuncts(node$args[[2]])) else list(node)
}

# Sections as calls, put together as somebody would write them.
page_of_sections <- function(source, s, ...) {
  sections <- Filter(length, list(...))
  quos <- lapply(sections, function(section) {
    expr <- if (is.list(section)) as.call(c(quote(c), section)) else section
    rlang::new_quosure(expr, s$env)
  })
  new_brief(source, capture_sections(quos))
}

# Joins ---------------------------------------------------------------------------------------------------------------

joined_relation <- function(node, s, tables) {
  left <- relation_from(node$left, s, tables)
  right <- relation_from(node$right, s, tables)
  if (node$kind == "right") {
    joined <- join_of(right, left, utils::modifyList(node, list(kind = "left")), s)
    n <- length(right$columns)
    joined$columns <- c(joined$columns[-seq_len(n)], joined$columns[seq_len(n)])
    return(joined)
  }
  join_of(left, right, node, s)
}

join_of <- function(left, right, node, s) {
  right <- as_bare(right, s)
  parts <- if (is.null(node$using)) parts_of_on(node, left, right, s) else parts_of_using(node, left, right, s)
  if (length(parts$there)) right$source <- page_of_sections(right$source, s, only = parts$there)
  if (length(parts$match) == 0) {
    if (!node$kind %in% c("inner", "cross")) outside("an outer join without equal columns", node, s)
    parts$match <- list(call("==", always(left), always(right)))
  }
  brought <- brought_columns(left, right)
  symbol <- s$name_table(right$source, right$columns[[1]]$table)
  without <- c(inner = "leave_out", cross = "leave_out", left = "keep", full = "both")[[node$kind]]
  call <- as.call(list(quote(bring_in), symbol, match = as.call(c(quote(c), parts$match)),
    columns = as.call(c(quote(c), stats::setNames(lapply(brought$columns, function(column) as.name(column$own)),
      vapply(brought$columns, `[[`, "", "r")))), expect = "many", without_partner = without))
  joined <- left
  joined$prepare <- c(left$prepare, list(call))
  columns <- lapply(left$columns, function(column) {
    if (node$kind == "full" && column$r %in% parts$keys && is.null(node$using)) column$unmade <- TRUE
    column
  })
  joined$columns <- c(columns, lapply(brought$columns, function(column) {
    column$outer <- node$kind %in% c("left", "full")
    column$merged <- tolower(column$name) %in% parts$using
    column
  }))
  joined$after <- c(left$after, parts$after)
  joined$makes_rows <- node$kind == "full" || isTRUE(left$makes_rows)
  joined
}

# A key that is the same in all rows, for what meets every row.
always <- function(relation) call("|", call("is_missing", as.name(relation$columns[[1]]$r)), TRUE)

# What stands beside it must be a table or a page by itself.
as_bare <- function(relation, s) {
  if (length(relation$prepare) || length(relation$after)) {
    relation$source <- page_of_sections(relation$source, s, prepare = relation$prepare, only = relation$after)
    relation$prepare <- relation$after <- list()
    relation$makes_rows <- FALSE
  }
  relation
}

brought_columns <- function(left, right) {
  # The source may have more columns than the query gives on.
  taken <- unique(c(vapply(left$columns, `[[`, "", "r"), names(kinds_of(left$source)), "made"))
  for (k in seq_along(right$columns)) {
    column <- right$columns[[k]]
    column$own <- column$r
    if (column$r %in% taken) column$r <- free_name(paste(column$table, column$r, sep = "_"), taken)
    taken <- c(taken, column$r)
    right$columns[[k]] <- column
  }
  right
}

parts_of_using <- function(node, left, right, s) {
  keys <- lapply(node$using, function(name) {
    list(column_meant(left, c(name, list(table = NULL)), s), column_meant(right, c(name, list(table = NULL)), s))
  })
  list(
    match = lapply(keys, function(pair) call("==", as.name(pair[[1]]$r), as.name(pair[[2]]$r))),
    using = tolower(vapply(node$using, `[[`, "", "name")), keys = character()
  )
}

# Equal columns of both sides match; what is of one side alone is asked of it before; the rest after an inner join.
parts_of_on <- function(node, left, right, s) {
  parts <- list(match = list(), there = list(), after = list(), keys = character(), here = list())
  for (one in conjuncts(node$on)) {
    sides <- if (one$type == "call" && one$fn == "=") sides_of_equal(one, left, right, s)
    if (!is.null(sides)) {
      parts$match <- c(parts$match, list(call("==", said_of_query(sides[[1]], entry_scope(left, s)),
        said_of_query(sides[[2]], entry_scope(right, s)))))
      if (sides[[1]]$type == "column") parts$keys <- c(parts$keys, column_meant(left, sides[[1]], s)$r)
    } else if (belongs_to(one, right, s) && !belongs_to(one, left, s) && node$kind != "full") {
      parts$there <- c(parts$there, list(said_of_query(one, entry_scope(right, s))))
    } else if (node$kind == "inner") {
      both <- brought_columns(left, right)
      joined <- list(columns = c(left$columns, both$columns))
      parts$after <- c(parts$after, list(said_of_query(one, entry_scope(joined, s))))
    } else if (belongs_to(one, left, s) && node$kind == "left") {
      parts$here <- c(parts$here, list(said_of_query(one, entry_scope(left, s))))
    } else {
      outside("a condition of an outer join that compares both tables by more than equal columns", one, s)
    }
  }
  # A row of the left side that does not meet its own condition has no key, and so no partner.
  for (met in parts$here) parts$match[[1]][[2]] <- call("case", call("when", met, parts$match[[1]][[2]]))
  parts
}

sides_of_equal <- function(node, left, right, s) {
  a <- node$args[[1]]
  b <- node$args[[2]]
  if (belongs_to(a, left, s) && belongs_to(b, right, s) && !(belongs_to(a, right, s) && belongs_to(b, left, s))) {
    return(list(a, b))
  }
  if (belongs_to(b, left, s) && belongs_to(a, right, s)) list(b, a) else if (belongs_to(a, left, s) &&
    belongs_to(b, right, s)) list(a, b)
}

# The scope of single rows --------------------------------------------------------------------------------------------

entry_scope <- function(relation, s) {
  scope <- s$scope
  scope$makes_rows <- isTRUE(relation$makes_rows)
  scope$find <- function(node) {
    column <- column_meant(relation, node, s)
    if (isTRUE(column$unmade)) call("case", call("when", call("!", quote(made)), as.name(column$r))) else
      as.name(column$r)
  }
  scope$is_whole <- function(node) is_whole_in_query(node, relation, s)
  scope$tell_between <- function(node) {
    first <- node$args[[1]]
    column <- if (first$type == "column") column_meant(relation, first, s, TRUE)
    if (identical(column$kind, "time")) s$tell(node,
      "asks for times BETWEEN two; of the last day only the first moment is in it: >= and < say a range of days")
  }
  scope
}

is_whole_in_query <- function(node, relation, s) {
  whole <- function(one) is_whole_in_query(one, relation, s)
  switch(node$type,
    value = isTRUE(node$whole),
    column = isTRUE(column_meant(relation, node, s, TRUE)$kind %in% c("integer", "integer64")),
    cast = node$to$name %in% c("integer", "int", "bigint", "smallint"),
    case = all(vapply(c(lapply(node$branches, `[[`, 2), list(node$otherwise)), function(one) is.null(one) || whole(one),
      TRUE)),
    call = if (node$fn %in% c("COUNT", "ROW_NUMBER", "RANK", "DENSE_RANK", "NTILE", "LENGTH", "CHAR_LENGTH")) TRUE else
      node$fn %in% c("+", "-", "*", "/", "%", "MOD", "SUM", "MIN", "MAX", "ABS", "COALESCE", "GREATEST", "LEAST", "LAG",
        "LEAD", "FIRST_VALUE", "LAST_VALUE", "NTH_VALUE") &&
        all(vapply(node$args[if (node$fn %in% c("LAG", "LEAD", "NTH_VALUE")) 1 else TRUE], whole, TRUE)),
    FALSE
  )
}
