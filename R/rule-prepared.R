# What preparations changed. The sections say it while they work.

room("prepared", "rule", place = 49, of_ledger = NULL, of_values = NULL, of_page = NULL,
  words = "what preparations changed, made or left out",
  example = quote(brief(demo_table("dues"), prepare = sample_of(50), lines = wharf, figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due))))
)
