# Exact copies of another entry in every column. Very large sources are left to look().

room("duplicates", "rule", place = 8,
  repair = function(columns, n) {
    copies <- copies_among(columns, n)
    if (length(copies)) list(a_repair(quote(strike_duplicates()), 2, sprintf(
      "%s, the first in row %s", copies_said(length(copies), "copy", "copies"), big_mark(copies[1])
    )))
  },
  of_ledger = function(columns, n) {
    copies <- copies_among(columns, n)
    if (length(copies)) sprintf(
      "%s of another in every column, the first in row %s.", copies_said(length(copies), "duplicate"),
      big_mark(copies[1])
    )
  },
  of_page = function(drawn) {
    entries <- drawn$entries
    if (!are_entries_of_ledger(entries) || entries$n > limit("most_to_compare")) return(NULL)
    copies <- copies_among(lapply(entries$source_names, function(name) entry_column(entries, name)), entries$n)
    if (length(copies) == 0) return(NULL)
    nodes <- total_nodes(drawn)
    counted <- vapply(names(nodes), function(name) {
      x <- as_plain_number(evaluate_column(nodes[[name]]$args$x, entries_table(drawn)))
      sprintf("%s %s", name, texts_of_numbers(sum(x[copies], na.rm = TRUE)))
    }, "")
    list(a_note("duplicates", sprintf(
      "Duplicates: %s of another in every column, the first in %s%s.", copies_said(length(copies), "copy", "copies"),
      in_row(entries, copies[1]), if (length(counted)) sprintf("; counted again: %s", both(counted)) else ""
    )))
  }
)

copies_said <- function(n, one, many = paste0(one, "s")) {
  if (n == 1) sprintf("1 entry is an exact %s", one) else sprintf("%s are exact %s", entry_count(n), many)
}
