# What a statement remembers of how it came about.

as_statement <- function(columns, n, facts) {
  frame <- as_frame(columns, n)
  attr(frame, "idle") <- facts
  class(frame) <- c("idle_statement", "data.frame")
  frame
}

statement_facts <- function(drawn, layout, n) {
  low <- lowest_page(drawn)$entries
  prints <- column_prints(low)
  list(
    brief = drawn$brief, layout = layout, keys = drawn$lines$keys, bases = drawn$page$bases,
    subtotals = drawn$brief$checked$footing$subtotals, remarks = drawn$page$remarks,
    notes = c(drawn$page$notes, tally_notes(drawn$page)),
    # What it was drawn up from: the entries of the lowest page and the columns that were read.
    fingerprint = rlang::hash(list(low$n_read, prints)), prints = prints, lowest = low$n_read,
    parts = low$part_sizes,
    tables = lapply(tables_read(drawn), function(entries) {
      list(name = name_of(entries$source), prints = column_prints(entries), n = entries$n_read)
    }),
    read = drawn$entries$n_read, added = drawn$entries$n_added, used = drawn$entries$n,
    accounts = drawn$entries$accounts, column_facts = facts_of_page(drawn), lines = drawn$lines$n, rows = n,
      hidden = hidden_lines(drawn$lines),
    gathered = drawn$lines$gathered,
    drawn_up = Sys.time(), version = package_version_text()
  )
}

package_version_text <- function() topenv()[[".__NAMESPACE__."]][["spec"]][["version"]]

statement_part <- function(x, part) attr(x, "idle")[[part]]

statement_title <- function(x) page_title(statement_part(x, "brief"))
