# A page said to a server: named steps, each a SELECT from the one before it, in the order of the sections. What is in
# hand after a step: the columns as SQL, their kinds, which may hold NaN and which are choices; later the keys, the
# levels, and the sorts that settle ties.

new_query <- function(at, used = character()) {
  list(
    at = at, steps = list(), used = used, from = NULL, columns = list(), kinds = list(), odd = character(),
    floats = character(),
    levels = list(), keys = character(), ties = character(), level = NULL, level_keys = NULL, across = NULL,
    not_additive = character(), order = NULL, asserts = list(), figures = NULL, sets = list()
  )
}

quoted_in_sql <- function(q, names) as.character(DBI::dbQuoteIdentifier(q$at$connection, enc2utf8(names)))

add_step <- function(q, name, select, rest = NULL, from = q$from) {
  free <- name
  k <- 1
  while (free %in% c(names(q$steps), q$used)) free <- sprintf("%s_%d", name, k <- k + 1)
  q$steps[[free]] <- select_in_sql(select, from, rest)
  q$from <- free
  q
}

select_in_sql <- function(select, from, rest = NULL) {
  what <- paste("SELECT", toString(select))
  if (nchar(what) > 100) what <- paste("SELECT", paste(select, collapse = ",\n  "))
  paste(c(what, paste("FROM", from), rest), collapse = "\n")
}

# What expressions of a section are said to. `hoisted` gathers what has to be worked a step before.
to_of <- function(q, section, item = NULL, hoisted = NULL) {
  list(
    server = q$at$server, connection = q$at$connection, columns = q$columns, odd = q$odd, floats = q$floats,
    levels = q$levels,
    level = q$level, level_keys = q$level_keys, across = q$across, ties = q$ties, not_additive = q$not_additive,
    window = window_in_sql, section = section, item = item, hoisting = FALSE, over = NULL, inside = function(to) to,
    hoist = function(sql) hoist_into(hoisted, q, sql),
    figure = function(node) stop_idle("not_at_source", "A figure stands where none can be said.")
  )
}

new_hoisted <- function() {
  hoisted <- new.env(parent = emptyenv())
  hoisted$sql <- character()
  hoisted
}

hoist_into <- function(hoisted, q, sql) {
  known <- match(sql, hoisted$sql)
  if (!is.na(known)) return(names(hoisted$sql)[known])
  repeat {
    q$at$count$n <- q$at$count$n + 1
    name <- sprintf("before_%d", q$at$count$n)
    if (!name %in% names(q$columns)) break
  }
  hoisted$sql[[name]] <- sql
  name
}

# One step for all that is hoisted, or several where one uses another.
with_hoisted <- function(q, hoisted) {
  sql <- hoisted$sql
  while (length(sql)) {
    free <- !vapply(sql, function(one) any(vapply(names(sql), grepl, TRUE, one, fixed = TRUE)), TRUE)
    if (!any(free)) free[1] <- TRUE
    q <- add_step(q, "beforehand", c("*", sprintf("%s AS %s", sql[free], names(sql)[free])))
    sql <- sql[!free]
  }
  q
}

# Columns worked one after the other: as many in a step as do not use each other. `parts` have a name, a node, a text.
with_columns <- function(q, section, parts, step, named = function(part) part$name) {
  while (length(parts)) {
    n <- columns_at_once(parts)
    batch <- parts[seq_len(n)]
    hoisted <- new_hoisted()
    said <- vapply(batch, function(part) in_sql(part$node, to_of(q, section, part$text, hoisted)), "")
    to <- to_of(q, section)
    q <- with_hoisted(q, hoisted)
    names <- vapply(batch, named, "")
    quoted <- quoted_in_sql(q, names)
    all <- if (any(names %in% names(q$columns))) unlist(q$columns[setdiff(names(q$columns), names)]) else "*"
    q <- add_step(q, step, c(all, sprintf("%s AS %s", vapply(said, bare_sql, ""), quoted)))
    for (k in seq_len(n)) q <- with_column(q, names[k], batch[[k]]$node, to)
    parts <- parts[-seq_len(n)]
  }
  q
}

columns_at_once <- function(parts) {
  made <- character()
  for (k in seq_along(parts)) {
    if (any(unlist(columns_within(parts[[k]]$node)) %in% made) || parts[[k]]$name %in% made) return(k - 1)
    made <- c(made, parts[[k]]$name)
  }
  length(parts)
}

# All columns that a tree names, those of a window's group and order among them.
columns_within <- function(node) {
  unlist(lapply(nodes_within(node), function(one) if (identical(one$type, "column")) one$name))
}

with_column <- function(q, name, node, to) {
  q$columns[[name]] <- quoted_in_sql(q, name)
  q$kinds[[name]] <- node$kind
  q$odd <- setdiff(q$odd, name)
  q$floats <- setdiff(q$floats, name)
  if (node$kind == "double" && any(columns_within(node) %in% to$odd)) q$odd <- c(q$odd, name)
  q$levels[[name]] <- if (node$kind == "factor") levels_said(node, to)
  q
}

# Conditions, as text; windows in them are worked a step before.
conditions_said <- function(q, section, parts) {
  hoisted <- new_hoisted()
  said <- vapply(parts, function(part) {
    to <- to_of(q, section, part$text, hoisted)
    to$hoisting <- TRUE
    bare_sql(in_sql(part$node, to))
  }, "")
  list(q = with_hoisted(q, hoisted), said = said)
}

all_conditions <- function(said) {
  if (length(said) == 1) said else paste(ifelse(grepl(" OR ", said), sprintf("(%s)", said), said),
    collapse = "\n  AND ")
}

where_all <- function(said) paste("WHERE", all_conditions(said))

# Lines ---------------------------------------------------------------------------------------------------------

# The lines of the page, once all that they consist of is known: keys, figures, levels.
gathered_query <- function(q) {
  if (is.null(q$group_by)) return(q)
  sets <- c(list(names(q$group_by)), q$sets)
  footed <- length(q$sets) > 0
  q$level <- if (footed) quoted_in_sql(q, free_name("line_level", c(names(q$group_by), names(q$figures))))
  if (footed && q$at$server$grouping_sets) {
    q <- add_step(q, "page_lines", columns_of_level(q, names(q$group_by), level_by_grouping(q, sets), new_hoisted()),
      grouping_sets(q, sets))
  } else {
    q <- lines_by_union(q, sets)
  }
  lines_of_query(q, sets)
}

grouping_sets <- function(q, sets) {
  said <- vapply(sets, function(set) sprintf("(%s)", toString(unlist(q$group_by[set]))), "")
  sprintf("GROUP BY GROUPING SETS (%s)", toString(said))
}

# Which set a line is of: GROUPING() has a bit for each key that is summed over.
level_by_grouping <- function(q, sets) {
  keys <- names(q$group_by)
  bits <- vapply(sets, function(set) sum(2^(length(keys) - seq_along(keys))[!keys %in% set]), 1)
  sprintf("CASE GROUPING(%s) %s END", toString(unlist(q$group_by)),
    paste(sprintf("WHEN %.0f THEN %d", bits, seq_along(sets)), collapse = " "))
}

# One SELECT for each set of keys, one under the other.
lines_by_union <- function(q, sets) {
  parts <- lapply(seq_along(sets), function(k) {
    hoisted <- new_hoisted()
    select <- columns_of_level(q, sets[[k]], if (length(q$sets)) as.character(k), hoisted)
    from <- q$from
    if (length(hoisted$sql)) from <- sprintf("(SELECT *, %s FROM %s) AS grouped",
      toString(sprintf("%s AS %s", hoisted$sql, names(hoisted$sql))), q$from)
    by <- if (length(sets[[k]])) paste("GROUP BY", toString(unlist(q$group_by[sets[[k]]])))
    select_in_sql(select, from, by)
  })
  q <- add_step(q, "page_lines", "*")
  q$steps[[q$from]] <- paste(unlist(parts), collapse = "\nUNION ALL\n")
  q
}

columns_of_level <- function(q, set, level, hoisted) {
  keys <- names(q$group_by)
  kept <- ifelse(keys %in% set, unlist(q$group_by[keys]), "NULL")
  quoted <- quoted_in_sql(q, keys)
  named <- ifelse(kept == quoted, quoted, sprintf("%s AS %s", kept, quoted))
  figures <- figures_said(q, set, hoisted)
  c(
    if (length(keys)) named, if (length(figures)) sprintf("%s AS %s", figures, quoted_in_sql(q, names(figures))),
    if (!is.null(level)) sprintf("%s AS %s", level, q$level)
  )
}

# Each figure of a line; a later one may use those before it, and the keys.
figures_said <- function(q, set, hoisted) {
  said <- character()
  group <- if (length(set)) paste("PARTITION BY", toString(unlist(q$group_by[set])))
  for (figure in q$figures) {
    to <- to_of(q, "figures", figure$text)
    entries <- to
    entries$in_group <- function(window) hoist_into(hoisted, q, window(group))
    to$inside <- function(to) entries
    to$figure <- function(node) figure_in_sql(node, to)
    to$columns <- c(as.list(vapply(said, function(one) sprintf("(%s)", one), "")), q$group_by)
    said[[figure$name]] <- bare_sql(in_sql(figure$node, to))
  }
  said
}

lines_of_query <- function(q, sets) {
  to <- to_of(q, "lines")
  keys <- names(q$group_by)
  q$keys <- keys
  kinds <- q$kinds
  odd <- c(keys[unlist(q$key_of[keys]) %in% q$odd], unlist(lapply(q$figures, function(figure) {
    if (figure$node$kind == "double" && any(columns_within(figure$node) %in% q$odd)) figure$name
  })))
  levels <- without_null(stats::setNames(lapply(keys, function(key) q$levels[[q$key_of[[key]]]]), keys))
  q$kinds <- c(kinds[unlist(q$key_of[keys])], lapply(q$figures, function(figure) figure$node$kind))
  names(q$kinds) <- c(keys, vapply(q$figures, `[[`, "", "name"))
  q$columns <- as.list(stats::setNames(quoted_in_sql(q, names(q$kinds)), names(q$kinds)))
  q$odd <- odd
  q$floats <- character()
  q["order_below"] <- list(NULL)
  q$levels <- levels
  q$group_by <- NULL
  q$ties <- vapply(keys, function(key) {
    sort_said(q$columns[[key]], list(type = "column", name = key, kind = q$kinds[[key]]), FALSE, to_of(q, "lines"))
  }, "")
  if (is.null(q$level)) return(q)
  q$level_keys <- sets
  marks <- function(of) {
    sprintf("CASE %s %s END", q$level, paste(sprintf("WHEN %d THEN %s", seq_along(sets),
      vapply(sets, function(set) constant_for(of(set), to), "")), collapse = " "))
  }
  q$columns[["line_kind"]] <- marks(function(set) kind_of_level(set, keys))
  q$columns[["summed_over"]] <- marks(function(set) text_of_names(setdiff(keys, set)))
  q
}

# The whole statement -------------------------------------------------------------------------------------------

# The query of a brief, section by section; `cells_here`: with a key abreast, lines are chosen and laid out here.
query_of_brief <- function(brief, at, used = character(), cells_here = TRUE) {
  q <- if (is_brief(brief$source)) query_from_page(brief$source, at, used) else query_from_table(brief, at, used)
  q$cells_here <- cells_here && !is.null(brief$checked$abreast)
  for (name in names(brief$checked)) {
    say <- room_of("section", name)$in_sql
    if (!is.null(say)) q <- say(q, brief$checked[[name]], brief)
  }
  gathered_query(q)
}

# The lines that a page below shows are the entries: never its subtotals, in no order.
query_from_page <- function(brief, at, used) {
  q <- query_of_brief(brief, at, used, cells_here = FALSE)
  if (!is.null(q$level)) q <- add_step(q, "shown", "*", sprintf("WHERE %s = 1", q$level))
  below <- q
  q <- new_query(at, used)
  q[c("steps", "from")] <- below[c("steps", "from")]
  q$asserts <- below$asserts
  q$order_below <- unique(c(below$order, below$ties))
  names <- intersect(names(brief$columns), names(below$columns))
  for (part in c("columns", "kinds")) q[[part]] <- below[[part]][names]
  q$odd <- intersect(below$odd, names)
  q$levels <- below$levels[intersect(names(below$levels), names)]
  q
}

query_from_table <- function(brief, at, used) {
  names <- columns_of_page(brief)
  if (length(names) == 0) names <- names(kinds_of(brief$source))[1]
  query_of_columns(brief$source, names, at, used, "entries")
}

# The first step: the columns that are needed, of the kinds that they have here.
query_of_columns <- function(source, names, at, used, step) {
  q <- new_query(at, c(used, words_within(source$query$sql)))
  kinds <- kinds_of(source)[names]
  types <- if (is.null(source$query$types)) kinds else source$query$types[names]
  quoted <- quoted_in_sql(q, names)
  said <- Map(at$server$entry, quoted, types, kinds)
  odd <- names[vapply(said, is.null, TRUE)]
  if (length(odd)) stop_idle(
    "not_at_source", sprintf("The column `%s` is of a type that cannot be worked at %s as it is here.", odd[1],
      at$server$words), "draw_up(page) works it here."
  )
  from <- if (is.null(source$query$table)) sprintf("(%s\n) AS source", source$query$sql) else source$query$table
  q <- add_step(q, step, ifelse(said == quoted, quoted, sprintf("%s AS %s", said, quoted)), from = from)
  q$columns <- as.list(stats::setNames(quoted, names))
  q$kinds <- as.list(kinds)
  q$odd <- q$floats <- names[at$server$may_hold_nan(types)]
  q
}

# A step must not be called like anything that the source's own text names.
words_within <- function(sql) {
  unique(tolower(regmatches(sql, gregexpr("[A-Za-z_][A-Za-z_0-9]*", sql))[[1]]))
}

# Lines that tie stay in key order; each subtotal stands after its lines, or before them.
order_of_query <- function(q) {
  if (is.null(q$level)) return(unique(c(q$order, if (length(q$keys)) q$ties else q$order_below)))
  place <- if (identical(q$subtotals, "before")) -1L else 2L
  unlist(lapply(union(q$foot_keys, q$keys), function(key) {
    without <- which(!vapply(q$level_keys, function(set) key %in% set, TRUE))
    c(if (length(without)) sprintf("CASE WHEN %s IN (%s) THEN %d ELSE 0 END", q$level, toString(without), place),
      q$ties[[key]])
  }))
}

# The steps as one statement.
text_of_query <- function(q) {
  columns <- unlist(q$columns[names(q$kinds)])
  order <- order_of_query(q)
  last <- select_in_sql(c(columns, q$level), q$from, if (length(order)) paste("ORDER BY", toString(order)))
  holds <- vapply(q$asserts, function(one) sprintf("-- This holds while %s.\n", gsub("\\s+", " ", one$says)), "")
  paste0(paste(holds, collapse = ""), with_said(q), "\n", last)
}

with_said <- function(q) {
  with <- vapply(names(q$steps), function(name) {
    sprintf("%s AS (\n  %s\n)", name, set_in(q$steps[[name]]))
  }, "")
  paste0("WITH ", paste(with, collapse = ", "))
}

# Lines set in; a line end within quotes is a part of a text or a name and stays as it is.
set_in <- function(sql) {
  quoted <- gregexpr("'(?:[^'\\\\]|\\\\.|'')*'|\"(?:[^\"]|\"\")*\"|`(?:[^`]|``)*`", sql, perl = TRUE)
  between <- regmatches(sql, quoted, invert = TRUE)[[1]]
  parts <- rbind(gsub("\n", "\n  ", between, fixed = TRUE), c(regmatches(sql, quoted)[[1]], ""))
  paste(parts, collapse = "")
}
