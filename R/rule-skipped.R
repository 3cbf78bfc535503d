# Missing values that figures passed over. The sections say it while they work.

room("skipped", "rule", place = 41, of_ledger = NULL, of_values = NULL, of_page = NULL,
  words = "missing values that a figure passed over, and conditions of figures that could not be judged",
  example = quote(brief(transform(demo_table("dues"), due = replace(due, 9, NA)), lines = wharf, figures = c(dues =
    sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due))))
)
