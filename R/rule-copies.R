# Exact copies of another entry in every column of its own. Very large sources are left to look().

room("copies", "rule", place = 8, of_ledger = NULL, of_page = NULL,
  words = "entries that are exact copies of another in every column, up to a million entries",
  example = quote(brief(demo_table("dues")[c(1:90, 7), ], lines = wharf, figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues")[1:90, ], lines = wharf, figures = c(dues = sum(due)))),
  of_values = function(seen) {
    copies <- seen$copies()
    if (length(copies) == 0) return(NULL)
    list(a_finding(sprintf(
      "Copies: %s of another in every column, the first in %s.", copies_said(length(copies)),
      seen$row(copies[1])
    ), rows = copies, repair = a_repair("prepare", quote(strike_duplicates())), carried = "counted again:"))
  }
)

copies_said <- function(n) if (n == 1) "1 entry is an exact copy" else paste(entry_count(n), "are exact copies")
