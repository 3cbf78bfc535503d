# Which keys of the entries meet which of another table: match = c(lock, month), lock == name,
# c(lock = name), or start_of(passed_on, "month") == month. The entries stand left.

check_match <- function(expr, values, table, fn, ctx) {
  there <- context_of_table(table, fn, ctx)
  shared <- intersect(names(ctx$columns), names(there$columns))
  if (is.null(expr)) stop_in(
    ctx, "bad_argument", sprintf("%s(%s) says no `match`: the columns that are the same on both sides.", fn,
      table$name),
    if (length(shared)) sprintf("Both have %s: match = %s.", both(tick(shared)), named_set(shared)) else sprintf(
      "They share no name; match them as in match = c(%s = %s).", names(ctx$columns)[1], names(there$columns)[1]
    )
  )
  parts <- if (rlang::is_call(expr, "c")) parts_of_list(expr) else list(expr)
  if (length(parts) == 0) stop_in(ctx, "bad_argument", "`match` names no column.")
  keys <- Map(function(part, label) match_part(part, label, values, there, ctx), parts, rlang::names2(parts))
  unname(lapply(keys, check_key_kinds, table = table, ctx = ctx))
}

named_set <- function(names) {
  texts <- vapply(names, name_text, "")
  if (length(texts) == 1) texts else sprintf("c(%s)", toString(texts))
}

match_part <- function(part, label, values, there, ctx) {
  if (nzchar(label)) return(match_sides(as.name(label), part, values, there, ctx))
  if (rlang::is_string(part)) part <- as.name(part)
  if (rlang::is_call(part, "==", n = 2)) return(match_sides(part[[2]], part[[3]], values, there, ctx))
  if (!is.symbol(part)) stop_in(
    ctx, "bad_argument", sprintf("`match` takes columns, and %s is none.", expr_text(part)),
    "A key that is worked out says both sides: match = start_of(passed_on, \"month\") == month."
  )
  match_sides(part, part, values, there, ctx)
}

match_sides <- function(here, there_expr, values, there, ctx) {
  if (rlang::is_string(there_expr)) there_expr <- as.name(there_expr)
  ctx$windows <- FALSE
  list(
    here = side_of_match(here, values, ctx, sprintf("the entries have no column `%s`.", expr_text(here))),
    there = side_of_match(there_expr, values, there, sprintf("the table has no column `%s`.", expr_text(there_expr)))
  )
}

# Neither side may be a constant, which would meet all or nothing.
side_of_match <- function(expr, values, ctx, unknown) {
  if (is.symbol(expr) && !as.character(expr) %in% names(ctx$columns)) stop_in(
    ctx, "unknown_column", unknown, meant(as.character(expr), names(ctx$columns)), column = as.character(expr)
  )
  node <- check_node(expr, values, ctx)
  check_varies(node, "a key", ctx)
  node
}

check_key_kinds <- function(key, table, ctx) {
  kinds <- c(key$here$kind, key$there$kind)
  known <- setdiff(kinds, c("any", "empty"))
  families <- unique(vapply(known, kind_family, ""))
  said <- sprintf(
    "%s is %s here and %s is %s in %s", node_text(key$here), a_kind(kinds[1]), node_text(key$there), a_kind(kinds[2]),
    table$name
  )
  if (length(families) > 1) stop_in(
    ctx, "wrong_kind", sprintf("%s: they can never be equal.", said), hint_of_kinds(key, families, table$name)
  )
  if (length(unique(known)) == 2 && all(is_moment(known))) {
    time <- if (kinds[1] == "time") key$here else key$there
    date <- if (kinds[1] == "time") key$there else key$here
    sides <- if (kinds[1] == "time") "as_date(%s) == %s" else "%2$s == as_date(%1$s)"
    stop_in(
      ctx, "wrong_kind", sprintf("%s: a time of day is hardly ever equal to a date.", said),
      sprintf(paste0("Match by the day: match = ", sides, "."), node_label(time), node_label(date))
    )
  }
  key
}

hint_of_kinds <- function(key, families, table) {
  number <- if (kind_family(key$here$kind) == "numbers") key$here else key$there
  text <- if (kind_family(key$here$kind) == "texts") key$here else key$there
  if (!all(c("numbers", "texts") %in% families)) return("Bring both to one kind, such as as_date(x) or as_number(x).")
  sides <- if (identical(text, key$here)) "as_number(%s) == %s" else "%2$s == as_number(%1$s)"
  c(
    sprintf(paste0("To match by number: match = ", sides, "."), node_label(text), node_label(number)),
    sprintf("Codes with leading zeros stay text where the file is opened with %s.", advice_on_kind(
      if (number$type == "column") number$name else "code", "\"text\"", if (!identical(number, key$here)) table))
  )
}

# The columns that are keys on a side, where a key is a column and nothing more.
columns_of_keys <- function(keys, side) {
  unlist(lapply(keys, function(key) if (key[[side]]$type == "column") key[[side]]$name))
}

keys_said <- function(keys) {
  both(vapply(keys, function(key) {
    here <- node_label(key$here)
    there <- node_label(key$there)
    if (here == there) here else sprintf("%s (%s there)", here, there)
  }, ""))
}

# Both columns of each key, brought to one kind.
evaluated_keys <- function(keys, here, there) {
  pairs <- lapply(keys, function(key) key_pair(evaluate_column(key$here, here), evaluate_column(key$there, there)))
  list(here = lapply(pairs, `[[`, 1), there = lapply(pairs, `[[`, 2))
}

key_pair <- function(a, b) {
  if (is_textual(a) || is_textual(b)) return(list(as_text_vector(a), as_text_vector(b)))
  wholes <- vapply(list(a, b), inherits, TRUE, "integer64")
  if (!any(wholes)) return(list(a, b))
  list(as_whole_key(a), as_whole_key(b))
}

# Among 64-bit whole numbers; what is none meets nothing.
as_whole_key <- function(x) {
  if (inherits(x, "integer64")) return(x)
  x <- as_plain_number(x)
  bit64::as.integer64(ifelse(x == floor(x) & abs(x) < 2^63, x, NA))
}
