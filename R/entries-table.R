# The entries in hand as a table that expressions, figures and windows work on.

# A table that windows can work on; what they report goes into the log of the section.
windowed_table <- function(drawn, column, n, row, label, ...) {
  log <- drawn$page$log
  note <- function(text, rule = "windows", weight = 0) {
    log$rules[text] <- rule
    log$weights[text] <- weight
    log$said[[text]] <- union(log$said[[text]], if (is.null(label)) "" else label)
  }
  table_in_hand(
    column, n, tally = drawn$page$tally, memo = log$memo[[row]], note = note, row = row, locale = drawn$page$locale,
    method = function(sorted) log$sorts <- c(log$sorts, sorted), naming = list(
      columns = function(at) line_columns(drawn, at), said = function(at) said_line(drawn, at), rows = NULL
    ), partner = function(name) partner_in_hand(drawn$entries, name),
    could_be_per = function() if (row == "line") drawn$lines$keys else columns_for_groups(drawn$entries), ...
  )
}

entries_table <- function(drawn, label = NULL) {
  seen <- drawn$entries$seen
  windowed_table(drawn, function(name) entry_column(drawn$entries, name), drawn$entries$n, "entry", label,
    is_unprinted = function(name) !is.null(seen$unprinted[[name]]) && is.null(seen$prints[[name]]),
    printed = function(name, print) seen$prints[[name]] <- print)
}

# The columns whose values may make groups: of lines the keys, of entries all but measured numbers. Kinds
# are asked of the source, so that no column is fetched for it.
columns_for_groups <- function(entries) {
  names <- setdiff(entries$column_names, entries$made_names)
  known <- if (is.null(entries$column_of)) kinds_of(entries$source)[names]
  kinds <- if (is.null(known)) vapply(names, function(name) kind_of(entry_column(entries, name)), "") else known
  names[kinds %in% c("text", "factor", "integer", "logical")]
}
