# Missing keys are lines of their own; how much they carry is said.

room("missing_keys", "rule", place = 1, repair = NULL, of_ledger = NULL, of_page = function(drawn) {
  own <- own_lines(drawn$lines)
  if (length(drawn$lines$keys) == 0 || drawn$entries$n == 0) return(NULL)
  gone <- lapply(drawn$lines$keys, function(key) is_missing_value(pick_rows(drawn$lines$columns[[key]], own)))
  any <- Reduce(`|`, gone)
  if (!any(any)) return(NULL)
  entries <- sum(line_entries_of(drawn, own)[any])
  which <- drawn$lines$keys[vapply(gone, base::any, TRUE)]
  together <- if (length(drawn$lines$figures)) figures_together(drawn, own[any])
  weights <- vapply(names(additive_nodes(drawn)), function(name) {
    sprintf("%s %s", name, exact_text(together[[name]]))
  }, "")
  list(a_note("missing", sprintf(
    "Missing: %s no %s%s.", have(entries, "entry"), either(which),
    if (length(weights)) sprintf(" and carry %s", both(weights)) else ""
  )))
})
