# What a match with another table left alone, repeated, or missed by a spelling. The sections say it while they work.

room("matches", "rule", place = 43, of_ledger = NULL, of_values = NULL, of_page = NULL,
  words = "entries without a partner in another table, lines of it that nobody met or that stand beside several
    entries, and keys that miss each other by a spelling",
  example = quote(local({
    berths <- data.frame(wharf = c("Alder", "Brook", "Causey"), berth = 1:3)
    brief(demo_table("dues"), prepare = bring_in(berths, match = wharf), lines = berth, figures = c(dues = sum(due)))
  })),
  twin = quote(local({
    berths <- data.frame(wharf = c("Alder", "Brook", "Causey", "Dyer"), berth = 1:4)
    brief(demo_table("dues"), prepare = bring_in(berths, match = wharf), lines = berth, figures = c(dues = sum(due)))
  }))
)
