# What stops a match that would multiply entries, and how it says so.

stop_many_partners <- function(drawn, part, met) {
  counts <- core_partner_counts(met$held)
  at <- which(counts > 1)
  examples <- vapply(utils::head(at, 3), function(row) multiplied_entry(drawn, part, met, row, counts[row]), "")
  stop_idle(
    "many_partners", sprintf(
      "In the section `prepare`: bring_in(%s): %s more than one line of %s by %s, up to %s.", part$table,
      if (length(at) == 1) "1 entry finds" else sprintf("%s find", entry_count(length(at))), part$table,
      keys_said(part$keys), big_mark(max(counts))
    ),
    c(examples, inflated_sums(drawn, counts), grain_said(drawn, part, met),
      "expect = \"many\" repeats each entry for each of its lines, and the statement will say so."),
    section = "prepare", entries = rows_in_source(drawn$entries, at)
  )
}

multiplied_entry <- function(drawn, part, met, row, count) {
  pairs <- core_partner_rows(met$held, row)
  keys <- lapply(part$keys, function(key) {
    value <- plain_vector(pick_rows(evaluate_column(key$here, entries_table(drawn)), row))
    sprintf("%s %s", node_label(key$here), value_text(value))
  })
  rest <- setdiff(names(part$kinds_there), columns_of_keys(part$keys, "there"))
  shown <- utils::head(pairs, 2)
  sprintf(
    "In %s, %s: lines %s%s: %s%s.", in_row(drawn$entries, row), toString(keys), both(big_mark(shown)),
    if (count > 2) sprintf(" and %s more", big_mark(count - 2)) else "",
    paste(sprintf("(%s)", lines_in_words(met$other, shown, rest)), collapse = ", "), if (count > 2) ", ..." else ""
  )
}

# By how much each sum on this page would have grown, over all entries in hand.
inflated_sums <- function(drawn, counts) {
  sums <- sums_in_reach(drawn, drawn$entries$column_names)
  texts <- vapply(names(sums), function(name) {
    x <- as_plain_number(evaluate_column(sums[[name]]$args$x, entries_table(drawn)))
    was <- sum(x, na.rm = TRUE)
    sprintf("%s %s in the place of %s", name, texts_of_numbers(sum(x * pmax(counts, 1), na.rm = TRUE)),
      texts_of_numbers(was))
  }, "")
  if (length(texts)) sprintf("Over all entries it would have made %s.", both(texts))
}

# What makes a line unique there, and what would bring the table to one line each key.
grain_said <- function(drawn, part, met) {
  names <- columns_of_keys(part$keys, "there")
  if (length(names) < length(part$keys)) return(NULL)
  finer <- finer_key(part, met)
  copies <- copies_among(columns_there(met, names(part$kinds_there)), met$other$n)
  amounts <- setdiff(unlist(part$brought), c(names, finer))
  amounts <- amounts[unlist(part$kinds_there[amounts]) %in% c("double", "integer")]
  figures <- if (length(amounts)) toString(sprintf("%s = sum(%s)", vapply(amounts, name_text, ""),
    vapply(amounts, name_text, ""))) else "n = count()"
  c(
    if (length(copies)) sprintf("%s of another in every column; strike_duplicates() on a page of %s takes them out.",
      copies_in_words(length(copies)), part$table),
    if (length(finer)) sprintf(
      "%s has one line each %s, and is matched by %s.", part$table, both(c(names, finer)), keys_said(part$keys)
    ),
    if (length(finer) && !is.null(met_by <- key_for(finer, drawn, part, met))) sprintf(
      "Match by both: match = c(%s).", toString(c(vapply(columns_of_keys(part$keys, "here"), name_text, ""), met_by))
    ) else sprintf(
      "To bring it to one line each %s: brief(%s, lines = %s, figures = c(%s)).", both(names), part$table,
      named_set(names), figures
    )
  )
}

# What the entries have that may meet such a column: one of that name, or a date in the same period.
key_for <- function(finer, drawn, part, met) {
  columns <- drawn$entries$column_names
  if (finer %in% columns) return(name_text(finer))
  dates <- Filter(function(name) is_moment_vector(entry_column(drawn$entries, name)), columns)
  if (length(dates) == 0 || part$kinds_there[[finer]] != "date") return(NULL)
  days <- as_days(entry_column(met$other, finer))
  days <- days[!is.na(days)]
  begins <- Filter(function(unit) identical(days_of_steps(step_numbers(as_date_class(days), unit), unit), days),
    calendar_units)
  if (length(begins) == 0) return(NULL)
  sprintf("start_of(%s, \"%s\") == %s", name_text(dates[1]), begins[length(begins)], name_text(finer))
}

copies_in_words <- function(n) {
  if (n == 1) "1 line there is a copy" else sprintf("%s lines there are copies", big_mark(n))
}

columns_there <- function(met, names) lapply(unname(names), function(name) entry_column(met$other, name))

# A column that with the keys makes each line there different from all others.
finer_key <- function(part, met) {
  if (met$other$n > limit("most_to_compare")) return(NULL)
  names <- columns_of_keys(part$keys, "there")
  kinds <- part$kinds_there
  able <- setdiff(names(kinds)[unlist(kinds) %in% c("text", "factor", "date", "time", "integer")], names)
  for (name in able) {
    if (length(copies_among(columns_there(met, c(names, name)), met$other$n)) == 0) return(name)
  }
}

stop_without_partner <- function(drawn, part, met) {
  at <- met$alone
  missing <- sum(lacks_a_key(lapply(met$keys$here, pick_rows, rows = at), length(at)))
  stop_idle(
    "no_partner", sprintf(
      "In the section `prepare`: bring_in(%s): %s no partner%s.", part$table, have(length(at), "entry"),
      if (missing) sprintf(", of which %s a key missing", have(missing, "entry")) else ""
    ),
    c(sprintf("The first is %s: %s.", in_row(drawn$entries, at[1]),
      lines_in_words(drawn$entries, at[1], unique(c(columns_of_keys(part$keys, "here"), drawn$entries$column_names)))),
    near_misses(part, met),
    "without_partner = \"keep\" keeps them with nothing beside, \"leave_out\" leaves them out and counts them."),
    section = "prepare", entries = rows_in_source(drawn$entries, at)
  )
}
