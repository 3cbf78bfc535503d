# Conditions, worked columns and keys of entries, worked a second time by plain R.

# The page as it was before a section, worked anew; NULL where the source gave only what was asked for, or where that
# would take long.
page_before <- function(drawn, section) {
  if (!identical(drawn$entries$source, drawn$brief$source)) return(NULL)
  if (!is.null(drawn$brief$checked$prepare) && drawn$entries$n_read > limit("most_lines_in_columns")) return(NULL)
  stage <- open_page(drawn$brief)
  place <- room_of("section", section)$place
  for (name in names(drawn$brief$checked)) {
    if (room_of("section", name)$place >= place) break
    stage <- work_section(stage, name)
  }
  stage
}

# Where entries of a page stand in an earlier stage of it.
rows_of_stage <- function(drawn, stage, rows) {
  match(base_rows(drawn$entries, rows), base_rows(stage$entries, seq_len(stage$entries$n)))
}

# only: which entries are kept.
check_kept <- function(drawn, checked) {
  before <- page_before(drawn, "only")
  stage <- if (is.null(before)) drawn else before
  n <- stage$entries$n
  rows <- rows_to_work_again(n)
  met <- conditions_again(checked, plain_rows(entries_table(stage), rows))
  if (is.character(met)) return(not_worked_again("Kept", sprintf("the conditions of `only` take %s()", met)))
  kept <- base_rows(stage$entries, rows) %in% base_rows(drawn$entries, seq_len(drawn$entries$n))
  wrong <- which(kept != met %in% TRUE)
  what <- sprintf("%s judged again in plain R", entries_worked(rows, n))
  if (length(wrong) == 0) return(a_check("kept", TRUE, sprintf("Kept: %s, with the same result%s.", what,
    if (is.null(before)) " for those that the source gave" else "")))
  at <- rows_in_source(stage$entries, rows[wrong])
  a_check("kept", FALSE, sprintf(
    "Kept: %s; %s wrongly, the first in row %s: %s.", what, entries_are(length(wrong), "kept or left out"),
    big_mark(at[1]), if (kept[wrong[1]]) "kept, though a condition is not met" else
      "left out, though all conditions are met"
  ), data.frame(entry = at, used = ifelse(kept[wrong], "yes", "no"), again = ifelse(kept[wrong], "no", "yes")))
}

entries_are <- function(n, what) paste(entry_count(n), if (n == 1) "is" else "are", what)

# TRUE, FALSE or missing for each row; the name of a function without a second way.
conditions_again <- function(checked, plain) {
  met <- rep(TRUE, plain$n)
  for (condition in checked) {
    found <- worked_again(condition$node, plain)
    if (!is.null(found$lacks)) return(found$lacks)
    met <- met & as.logical(found$value)
  }
  met
}

# columns: each worked column, in the order given, before any entry was left out.
check_worked_columns <- function(drawn, checked) {
  before <- page_before(drawn, "columns")
  stage <- if (is.null(before)) drawn else before
  here <- rows_of_stage(drawn, stage, seq_len(drawn$entries$n))
  rows <- rows_to_work_again(length(here))
  checks <- list()
  for (part in checked) {
    table <- entries_table(stage)
    first <- plain_vector(pick_rows(entry_column(drawn$entries, part$name), rows))
    plain <- plain_rows(table, here[rows])
    found <- worked_again(part$node, plain)
    checks <- c(checks, list(column_check(part, first, found, rows, drawn)))
    stage <- with_entry_column(stage, part$name, evaluate_column(part$node, table))
  }
  windowed <- Filter(function(part) holds_window(part$node), checked)
  # Windows see the entries before `only`.
  if (length(windowed) == 0) return(said_together(checks))
  c(said_together(checks), if (is.null(before)) list(not_worked_again("Windows",
    "the source gave a part of its entries")
  ) else windows_again(windowed, entries_table(stage)))
}

column_check <- function(part, first, found, rows, drawn) {
  if (!is.null(found$lacks)) return(not_worked_again("Columns", sprintf("`%s` takes %s()", part$name, found$lacks)))
  wrong <- rows_that_differ(first, found$value)
  what <- sprintf("worked again in plain R in %s", entries_worked(rows, drawn$entries$n))
  if (length(wrong) == 0) return(c(a_check("columns", TRUE, paste0(what, ", equal.")), name = part$name))
  at <- rows_in_source(drawn$entries, rows[wrong])
  a_check("columns", FALSE, sprintf(
    "Columns: `%s` %s; %s, the first in row %s: %s here, %s again.", part$name, what, is_differ(length(wrong)),
    big_mark(at[1]), exact_text(first[wrong[1]]), exact_text(found$value[wrong[1]])
  ), data.frame(entry = at, column = part$name, worked = as.character(first[wrong]),
    again = as.character(found$value[wrong])))
}

# lines: each entry stands in the line of its own keys.
check_own_keys <- function(drawn, checked) {
  n <- drawn$entries$n
  rows <- rows_to_work_again(n)
  if (n == 0) return(NULL)
  plain <- plain_rows(entries_table(drawn), rows)
  line <- line_of_group(drawn$lines)[core_group_of(drawn$lines$groups, rows)]
  gathered <- if (!is.null(drawn$brief$checked$abreast$beyond)) drawn$brief$checked$abreast$key
  keys <- Filter(function(part) is.null(part$unbroken) && !part$name %in% gathered, checked)
  for (part in keys) {
    found <- worked_again(part$node, plain)
    if (!is.null(found$lacks)) return(not_worked_again("Grouped", sprintf("the key `%s` takes %s()", part$name,
      found$lacks)))
    own <- plain_vector(pick_rows(drawn$lines$columns[[part$name]], line))
    wrong <- rows_that_differ(own, found$value)
    if (length(wrong)) return(a_check("grouped", FALSE, sprintf(
      "Grouped: %s in the line of its own `%s`, the first in row %s: %s.", entries_are(length(wrong), "not"),
        part$name, big_mark(rows_in_source(drawn$entries, rows[wrong[1]])),
      exact_text(found$value[wrong[1]])
    ), data.frame(entry = rows_in_source(drawn$entries, rows[wrong]), key = part$name)))
  }
  if (length(keys)) a_check("grouped", TRUE, sprintf("Grouped: %s each in the line of its own %s, by plain R.",
    entries_worked(rows, n), both(vapply(keys, `[[`, "", "name"))))
}
