# Frames of rolling figures that do not hold what they promise. The sections say it while they work.

room("frames", "rule", place = 44, of_ledger = NULL, of_values = NULL, of_page = NULL,
  words = "frames that are one row too wide, span more days than rows, lack days, or leave most of the page blank",
  example = quote(brief(brief(demo_table("dues")[-(41:44), ], lines = paid_on, figures = c(dues = sum(due))), beside
    = c(week = rolling(sum(dues), 7, along = paid_on)))),
  twin = quote(brief(brief(demo_table("dues"), lines = paid_on, figures = c(dues = sum(due))), beside = c(week =
    rolling(sum(dues), 7, along = paid_on))))
)
