# The subtotals of a statement that was written to a file, read again as entries.

room("subtotals_among", "rule", place = 0.1, of_ledger = NULL, of_page = NULL,
  words = "the subtotals of a statement that was handed on, read again as entries",
  example = quote(brief(as.data.frame(draw_up(brief(demo_table("dues"), lines = c(wharf, goods),
    figures = c(dues = sum(due)), footing = rollup(wharf, goods)))), lines = goods, figures = c(dues = sum(dues)))),
  twin = quote(brief(as.data.frame(draw_up(brief(demo_table("dues"), lines = c(wharf, goods),
    figures = c(dues = sum(due))))), lines = goods, figures = c(dues = sum(dues)))),
  of_values = function(seen) {
    if (!"line_kind" %in% seen$all) return(NULL)
    kinds <- seen$texts("line_kind")
    odd <- intersect(kinds$text, c("subtotal", "total", "others"))
    if (length(odd) == 0) return(NULL)
    rows <- rows_of_texts(seen, "line_kind", odd)
    list(a_finding(sprintf(
      "Subtotals: %s %s of a statement, by `line_kind`, the first in %s.", entry_count(length(rows)),
      if (length(rows) == 1) "is a subtotal or total" else "are subtotals or totals", seen$row(rows[1])
    ), "line_kind", rows, carried = "counted again:", alien = TRUE, repair = a_repair("only",
      quote(line_kind == "line"))))
  }
)
