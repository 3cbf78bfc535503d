# Figures in a server's language: of a group, or over a window (`to$over`).

figure_in_sql <- function(node, to) {
  say <- room_of("figure", node$fn)$in_sql
  if (is.null(say)) not_in_sql(sprintf("%s() has no like there", node$fn), to)
  inner <- to$inside(to)
  args <- without_null(node$args[intersect(c("x", "where", "weight"), names(node$args))])
  say(lapply(args, in_sql, to = inner), node, inner)
}

# A function of the server over the rows that meet a condition. `within` stands behind the brackets.
gathered_in_sql <- function(fn, x, where, to, distinct = FALSE, within = NULL, more = "") {
  if (!is.null(to$over) && (distinct || !is.null(within) || nzchar(more))) {
    not_in_sql(sprintf("%s(%s) cannot look at a window there", fn, if (distinct) "DISTINCT" else ""), to)
  }
  where <- if (!is.null(where)) bare_sql(where)
  filter <- ""
  if (!is.null(where) && to$server$filters) filter <- sprintf(" FILTER (WHERE %s)", where)
  if (!is.null(where) && !to$server$filters) {
    x <- sprintf("CASE WHEN %s THEN %s END", where, if (is.null(x)) "1" else x)
  }
  within <- if (!is.null(within)) sprintf(" WITHIN GROUP (ORDER BY %s)", within) else ""
  over <- if (is.null(to$over)) "" else sprintf(" OVER (%s)", to$over)
  sprintf("%s(%s%s%s)%s%s%s", fn, if (distinct) "DISTINCT " else "", if (is.null(x)) "*" else bare_sql(x), more, within,
    filter, over)
}

# What is averaged: a server that cuts averages of whole numbers is given others.
averaged_said <- function(sql, node, to) {
  x <- summed_said(sql, node, to)
  if (isTRUE(to$server$ten_digits)) sprintf("%s * 1e0", x) else x
}

# Yes and no are summed as 1 and 0.
summed_said <- function(sql, node, to) if (node$kind == "logical") to$server$yes_as_number(sql) else sql

# Smallest and largest: text by code point, yes after no; a number that is none is told.
end_said <- function(name, of_yes) {
  force(of_yes)
  force(name)
  function(sql, node, to) {
    x <- node$args$x
    if (x$kind == "factor") not_in_sql("a choice goes by the order of its levels, which a server does not know", to)
    if (x$kind == "logical") return(gathered_in_sql(to$server$functions[[of_yes]], sql$x, sql$where, to))
    said <- gathered_in_sql(name, if (x$kind == "text") to$server$by_code_point(sql$x) else sql$x, sql$where, to)
    odd_or(said, sql, x, to)
  }
}

# NaN if any value is, as it is here; else what is said.
odd_or <- function(said, sql, x, to) {
  if (!to$server$has_nan || !may_be_nan(x, to)) return(said)
  any <- gathered_in_sql("bool_or", sprintf("%s = 'NaN'", as_float(sql$x, x, to)), sql$where, to)
  sprintf("CASE WHEN %s THEN 'NaN' ELSE %s END", any, in_type(said, "double", to))
}

both_said <- function(one, other) {
  parts <- c(one, other)
  if (length(parts) == 2) sprintf("%s AND %s", parts[1], parts[2]) else parts
}

# The sorts of a figure's `along`; the first and the last are of the order reversed.
sorts_of_figure <- function(node, to, reversed = FALSE) {
  if (length(node$args$along) == 0) not_in_sql(sprintf(
    "%s() goes by the order of entry, which a table on a server does not have; say along =", node$fn
  ), to)
  toString(vapply(node$args$along, sort_in_sql, "", to = to, reversed = reversed))
}

sort_in_sql <- function(sort, to, reversed = FALSE) {
  sort_said(in_sql(sort$node, to), sort$node, sort$down, to, reversed)
}

# Missing values come last, whichever way the rest goes; a choice goes by its levels.
sort_said <- function(sql, node, down, to, reversed = FALSE) {
  if (node$kind == "factor") sql <- place_of_level(sql, node, to)
  if (node$kind == "text") sql <- to$server$by_code_point(sql)
  to$server$sort(bare_sql(without_nan(sql, node, to)), down, reversed)
}

place_of_level <- function(sql, node, to) {
  levels <- levels_said(node, to)
  if (is.null(levels)) not_in_sql("a choice goes by the order of its levels, which a server does not know", to)
  texts <- vapply(levels, constant_for, "", to = to)
  sprintf("CASE %s %s END", sql, paste(sprintf("WHEN %s THEN %d", texts, seq_along(texts)), collapse = " "))
}

levels_said <- function(node, to) {
  if (node$type == "column") return(to$levels[[node$name]])
  answer <- if (node$type == "call") room_of("row", node$fn)$levels
  if (!is.null(answer)) answer(node)
}
