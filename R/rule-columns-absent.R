# Columns of a crosstab that were named and that no entry fills. The sections say it while they work.

room("columns_absent", "rule", place = 51, of_ledger = NULL, of_values = NULL, of_page = NULL,
  words = "columns of a crosstab that were named and that no entry fills",
  example = quote(brief(demo_table("dues"), lines = c(wharf, goods), figures = c(dues = sum(due)), abreast =
    columns_of(goods, columns = c("coal", "grain", "lime", "timber", "wool")))),
  twin = quote(brief(demo_table("dues"), lines = c(wharf, goods), figures = c(dues = sum(due)), abreast =
    columns_of(goods, columns = c("coal", "grain", "lime", "timber"))))
)
