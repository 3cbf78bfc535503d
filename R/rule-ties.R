# Rows that tie in an order, so that the order of entry decides. The sections say it while they work.

room("ties", "rule", place = 45, of_ledger = NULL, of_values = NULL, of_page = NULL,
  words = "rows that tie in the order of a window, so that the order of entry decides",
  example = quote(brief(data.frame(lock = c("Ash", "Birch"), toll = 5), lines = lock, figures = c(tolls =
    sum(toll)), beside = c(place = row_number(falling(tolls))))),
  twin = quote(brief(data.frame(lock = c("Ash", "Birch"), toll = 5:6), lines = lock, figures = c(tolls = sum(toll)),
    beside = c(place = row_number(falling(tolls)))))
)
