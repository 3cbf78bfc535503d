# Subtotals that hold lines which are not shown. The sections say it while they work.

room("hidden", "rule", place = 46, of_ledger = NULL, of_values = NULL, of_page = NULL,
  words = "subtotals and totals that hold lines which `show` hides",
  example = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)), footing = rollup(wharf),
    show = top(2, dues))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)), footing = rollup(wharf), show
    = top(4, dues)))
)
