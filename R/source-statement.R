# A statement as a ledger: its lines are the entries. Subtotals would be counted twice and are left
# out, with a note.

room("statement", "source", place = 1,
  opens = function(source) inherits(source, "idle_statement"),
  open = function(source, how) statement_ledger(source, how$name),
  again = NULL, seal = function(source) seal_of_table(source)
)

statement_ledger <- function(statement, name) {
  frame <- as.data.frame(statement)
  layout <- statement_part(statement, "layout")
  notes <- character()
  if (all(level_columns %in% names(frame)) && !any(level_columns %in% statement_part(statement, "keys"))) {
    subtotal <- frame$line_kind %in% c("subtotal", "total")
    frame <- frame[!subtotal, setdiff(names(frame), level_columns), drop = FALSE]
    if (any(subtotal)) notes <- sprintf(
      "Of the statement %s left out; what is made of it is made of its lines.", is_are(sum(subtotal), "subtotal")
    )
  }
  ledger <- frame_ledger(frame, name, notes = notes)
  ledger$page_notes <- notes
  ledger$facts <- statement_part(statement, "column_facts")
  totals <- Filter(function(part) isTRUE(part$total), layout)
  ledger$totals <- intersect(vapply(totals, `[[`, "", "name"), names(frame))
  renamed <- Filter(function(part) !is.null(part$stands_for), layout)
  ledger$stands_for <- stats::setNames(
    vapply(renamed, function(part) as.character(part$stands_for), ""), vapply(renamed, `[[`, "", "name")
  )
  ledger
}
