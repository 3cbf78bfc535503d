# Values that an expression could not give. The sections say it while they work.

room("without_result", "rule", place = 48, of_ledger = NULL, of_values = NULL, of_page = NULL,
  words = "values that an expression could not give: a division by zero, a text that is no number",
  example = quote(brief(transform(demo_table("dues"), tonnes = replace(tonnes, 9, 0)), columns = c(each = due /
    tonnes), lines = wharf, figures = c(most = max(each)))),
  twin = quote(brief(demo_table("dues"), columns = c(each = due / tonnes), lines = wharf, figures = c(most =
    max(each))))
)
