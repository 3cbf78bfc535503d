# Whatever else a page notes of itself. The sections say it while they work.

room("page", "rule", place = 60, of_ledger = NULL, of_values = NULL, of_page = NULL,
  words = "whatever else a page notes of itself, such as a column that is also a variable",
  example = quote(narrow(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)), beside = c(part =
    share(dues))), goods == "coal")),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)), beside = c(part =
    share(dues))))
)
