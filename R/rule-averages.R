# Figures of figures that may not be worked again: the average of averages. The sections say it while they work.

room("averages", "rule", place = 42, of_ledger = NULL, of_values = NULL, of_page = NULL,
  words = "an average of averages, and totals of medians or shares, on a page drawn up from another",
  example = quote(brief(brief(demo_table("dues"), lines = wharf, figures = c(typical = mean(due))), lines = whole(),
    figures = c(typical = mean(typical)))),
  twin = quote(brief(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due))), lines = whole(),
    figures = c(dues = sum(dues))))
)
