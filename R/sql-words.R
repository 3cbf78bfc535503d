# Expressions in a server's language. Each room says how its call is said there (`in_sql`); what cannot be said is named
# with the reason, and never approximated. `to` is what an expression is said to: the server's room and connection, the
# columns in hand as SQL, and how figures and windows are said.

in_sql <- function(node, to) {
  switch(node$type,
    value = constants_in_sql(node$value, to),
    column = column_in_sql(node$name, to),
    figure = to$figure(node),
    window = to$window(node, to),
    set = sprintf("(%s)", toString(vapply(unname(node$args), in_sql, "", to = to))),
    given = stop_idle(
      "not_given", sprintf("The brief asks for given(%s), and nobody has supplied it.", node$name),
      sprintf("supply(brief, %s = ...), or --given %s=... on the command line.", node$name, node$name)
    ),
    call = call_in_sql(node, to),
    not_in_sql(sprintf("`%s` has no like there", node_label(node)), to)
  )
}

# Down the first arguments of calls in calls, then up again: chains are long.
call_in_sql <- function(node, to) {
  spine <- list()
  while (identical(node$type, "call") && length(node$args) > 0) {
    spine <- c(spine, list(node))
    node <- node$args[[1]]
  }
  first <- if (identical(node$type, "call")) one_call_in_sql(node, character(), to) else in_sql(node, to)
  for (link in rev(spine)) {
    rest <- vapply(unname(link$args[-1]), function(arg) if (is.null(arg)) NA_character_ else in_sql(arg, to), "")
    first <- one_call_in_sql(link, c(first, rest), to)
  }
  first
}

one_call_in_sql <- function(node, args, to) {
  say <- room_of("row", node$fn)$in_sql
  if (is.null(say)) not_in_sql(sprintf("%s() has no like there", node$fn), to)
  say(as.list(stats::setNames(args, names(node$args))), node, to)
}

column_in_sql <- function(name, to) {
  said <- to$columns[[name]]
  if (is.null(said)) not_in_sql(sprintf("there is no column `%s` there", name), to)
  said
}

# What is in an expression, without the brackets around all of it.
bare_sql <- function(sql) {
  while (grepl("^[(].*[)]$", sql) && closes_at(sql) == nchar(sql)) sql <- substr(sql, 2, nchar(sql) - 1)
  sql
}

# Where the bracket closes that a text begins with; what stands in quotes is passed over.
closes_at <- function(sql) {
  marks <- regmatches(sql, gregexpr("(?s)'(?:[^'\\\\]|\\\\.|'')*'|\"(?:[^\"]|\"\")*\"|`(?:[^`]|``)*`|.", sql,
    perl = TRUE))[[1]]
  depth <- cumsum((marks == "(") - (marks == ")"))
  sum(nchar(marks[seq_len(match(0, depth, nomatch = length(marks) + 1))]), na.rm = TRUE)
}

# Constants ------------------------------------------------------------------------------------------------------

constants_in_sql <- function(value, to) {
  parts <- vapply(seq_along(value), function(k) constant_for(value[k], to), "")
  if (length(parts) == 1) parts else sprintf("(%s)", toString(parts))
}

constant_for <- function(value, to) {
  if (is.factor(value)) value <- as.character(value)
  if (is.character(value)) {
    if (is.na(value)) return("NULL")
    return(as.character(DBI::dbQuoteString(to$connection, enc2utf8(value))))
  }
  if (inherits(value, "Date")) return(if (is.na(value)) "NULL" else to$server$date(day_text(value)))
  if (inherits(value, "POSIXct")) return(if (is.na(value)) "NULL" else to$server$moment(
    moment_text(value, "%Y-%m-%d %H:%M:%OS6", tz = "UTC"), to))
  if (inherits(value, "integer64")) return(if (is.na(value)) "NULL" else in_brackets(as.character(value)))
  if (is.logical(value)) return(if (is.na(value)) "NULL" else if (value) "TRUE" else "FALSE")
  number_in_sql(as.double(value), to)
}

number_in_sql <- function(value, to) {
  if (is.nan(value) || is.infinite(value)) return(to$server$odd_number(value, to))
  if (is.na(value)) return("NULL")
  written <- if (value == trunc(value) && abs(value) < 1e15) sprintf("%.0f", value) else number_written(value)
  in_brackets(written)
}

in_brackets <- function(written) if (startsWith(written, "-")) sprintf("(%s)", written) else written

# Kinds ----------------------------------------------------------------------------------------------------------

# An argument as a number that neither overflows nor divides whole.
number_said <- function(sql, node, to, divided = FALSE) {
  if (node$type == "value" && !divided) return(if (is.logical(node$value)) in_type(sql, "double", to) else sql)
  if (node$kind == "logical") return(in_type(to$server$yes_as_number(sql), "double", to))
  if (divided || node$kind %in% c("integer", "integer64")) in_type(sql, "double", to) else sql
}

in_type <- function(sql, kind, to) sprintf("CAST(%s AS %s)", bare_sql(sql), to$server$types[[kind]])

# A number that may be none (NaN) is missing where it is compared or ordered; a server orders it.
without_nan <- function(sql, node, to) {
  if (!to$server$has_nan || !may_be_nan(node, to)) return(sql)
  sprintf("NULLIF(%s, 'NaN')", as_float(sql, node, to))
}

# Only a number of floating point can be compared with NaN; what a column of the table is, is known.
as_float <- function(sql, node, to) {
  if (node$type == "column" && node$name %in% to$floats) bare_sql(sql) else in_type(sql, "double", to)
}

may_be_nan <- function(node, to) {
  node$kind == "double" && any(unlist(columns_read(node)) %in% to$odd)
}

# Two operands of a comparison, alike in kind.
compared_in_sql <- function(sql, nodes, to, ordered) {
  logical <- vapply(nodes, function(node) node$kind == "logical", TRUE)
  if (any(logical) && !all(logical)) sql[logical] <- lapply(sql[logical], to$server$yes_as_number)
  textual <- any(vapply(nodes, function(node) node$kind %in% c("text", "factor"), TRUE))
  if (ordered && any(vapply(nodes, function(node) node$kind == "factor", TRUE))) {
    not_in_sql("a choice goes by the order of its levels, which a server does not know", to)
  }
  if (textual && ordered) sql <- lapply(sql, to$server$by_code_point)
  Map(function(one, node) without_nan(one, node, to), sql, nodes)
}

# What cannot be said --------------------------------------------------------------------------------------------

not_in_sql <- function(why, to) {
  where <- if (is.null(to$section)) "" else sprintf("In the section `%s`: ", to$section)
  item <- if (is.null(to$item)) "this" else sprintf("`%s`", shortened(to$item))
  stop_idle(
    "not_at_source", sprintf("%s%s cannot be said to %s: %s.", where, item, to$server$words, why),
    "draw_up(page) works it here.", section = to$section
  )
}

# A function that the server has under this name, or that it lacks.
function_said <- function(name, to) {
  said <- unname(to$server$functions[name])
  if (is.na(said)) not_in_sql(sprintf("it has no function for %s()", name), to)
  said
}

# The one value of an argument that has to be known beforehand.
constant_of <- function(node, what, to) {
  if (is.null(node)) return(NULL)
  if (node$type != "value" || length(node$value) != 1) not_in_sql(sprintf("`%s` is no constant", what), to)
  node$value
}
