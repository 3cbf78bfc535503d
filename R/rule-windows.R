# What windows met that they had no value for, or that a later section then left out. The sections say it while they
# work.

room("windows", "rule", place = 50, of_ledger = NULL, of_values = NULL, of_page = NULL,
  words = "rows for which a window has no value, and entries that a window saw before `only` left them out",
  example = quote(brief(demo_table("dues"), columns = c(place = row_number(entered())), only = tonnes > 10, lines =
    wharf, figures = c(last = max(place)))),
  twin = quote(brief(demo_table("dues"), columns = c(place = row_number(entered())), lines = wharf, figures = c(last
    = max(place))))
)
