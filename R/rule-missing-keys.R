# Missing keys are lines of their own; how much they carry is said.

room("missing", "rule", place = 1, of_ledger = NULL, of_values = NULL,
  words = "entries without a key, and what they carry",
  example = quote(brief(transform(demo_table("dues"), wharf = replace(wharf, 9, NA)), lines = wharf,
    figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)))),
  of_page = function(drawn) {
    own <- own_lines(drawn$lines)
    if (length(drawn$lines$keys) == 0 || drawn$entries$n == 0) return(NULL)
    gone <- lapply(drawn$lines$keys, function(key) is_missing_value(pick_rows(drawn$lines$columns[[key]], own)))
    any <- Reduce(`|`, gone)
    if (!any(any)) return(NULL)
    entries <- sum(line_entries_of(drawn, own)[any])
    which <- drawn$lines$keys[vapply(gone, base::any, TRUE)]
    together <- if (length(drawn$lines$figures)) figures_together(drawn, own[any])
    carried <- vapply(names(additive_nodes(drawn)), function(name) {
      sprintf("%s %s", name, exact_text(together[[name]]))
    }, "")
    list(a_finding(sprintf(
      "Missing: %s no %s%s.", have(entries, "entry"), either(which), if (length(carried)) sprintf(" and %s %s",
        if (entries == 1) "carries" else "carry", both(carried)) else ""
    ), which, weight = part_of_lines(drawn, own[any])))
  }
)

# The part of the page's figures that stands in some lines.
part_of_lines <- function(drawn, lines) {
  own <- own_lines(drawn$lines)
  if (drawn$lines$grain != "lines" || length(own) == 0) return(length(lines) / max(length(own), 1))
  parts <- vapply(names(additive_nodes(drawn)), function(name) {
    x <- abs(as_plain_number(drawn$lines$columns[[name]]))
    x[!is.finite(x)] <- 0
    if (sum(x[own]) > 0) sum(x[lines]) / sum(x[own]) else 0
  }, 1)
  if (length(parts)) max(parts) else length(lines) / length(own)
}
