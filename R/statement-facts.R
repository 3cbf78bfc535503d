# What a statement remembers of how it came about.

as_statement <- function(columns, n, facts) {
  frame <- as_frame(columns, n)
  attr(frame, "idle") <- facts
  class(frame) <- c("idle_statement", "data.frame")
  frame
}

statement_facts <- function(drawn, layout, n) {
  list(
    brief = drawn$brief, layout = layout, keys = drawn$lines$keys, title = page_title(drawn$brief),
    bases = drawn$page$bases, subtotals = drawn$brief$checked$footing$subtotals, remarks = drawn$page$remarks, notes = c(
      drawn$page$notes, tally_notes(drawn$page)
    ),
    fingerprint = page_fingerprint(drawn), prints = column_prints(lowest_page(drawn)$entries), lowest = lowest_page(drawn)$entries$n_read,
    read = drawn$entries$n_read, added = drawn$entries$n_added, used = drawn$entries$n,
    accounts = drawn$entries$accounts, lines = drawn$lines$n, rows = n, hidden = hidden_lines(drawn$lines),
    gathered = drawn$lines$gathered,
    drawn_up = Sys.time(), version = as.character(getNamespaceVersion("idleledger"))
  )
}

# What a statement was drawn up from: the entries of the lowest page and the columns that were read.
page_fingerprint <- function(drawn) {
  low <- lowest_page(drawn)$entries
  rlang::hash(list(low$n_read, column_prints(low)))
}

statement_part <- function(x, part) attr(x, "idle")[[part]]
