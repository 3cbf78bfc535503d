# Subtotals of the page below, which are no entries of this one. The sections say it while they work.

room("subtotals_below", "rule", place = 52, of_ledger = NULL, of_values = NULL, of_page = NULL,
  words = "subtotals of the page below, which are no entries of this one",
  example = quote(brief(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)), footing =
    rollup(wharf)), lines = whole(), figures = c(dues = sum(dues)))),
  twin = quote(brief(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due))), lines = whole(),
    figures = c(dues = sum(dues))))
)
