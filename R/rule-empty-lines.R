# Lines that were made, without an entry. The sections say it while they work.

room("empty_lines", "rule", place = 47, of_ledger = NULL, of_values = NULL, of_page = NULL,
  words = "lines without an entry, made by `crossed()` or `unbroken()`",
  example = quote(brief(demo_table("dues")[1:7, ], lines = crossed(wharf, goods), figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = crossed(wharf, goods), figures = c(dues = sum(due))))
)
