# What preparations changed.
test_that("each preparation that changed something says how much, and one that changed nothing is silent", {
  expect_told("prepared", by_wharf(dues, prepare = sample_of(60)), by_wharf(), "a sample of 60 of 360 entries")
  expect_told("prepared", by_wharf(dues_at("wharf", 1, "alder "), prepare = mend_keys(wharf)),
    by_wharf(dues, prepare = mend_keys(wharf)), "`wharf` mended in 1 entry: \"alder \" became \"Alder\"")
  gap <- dues[dues$paid_on != "2025-02-02", ]
  filled <- function(table) {
    brief(table, prepare = fill_calendar(paid_on, "day"), lines = paid_on,
      figures = c(n = count()))
  }
  expect_told("prepared", filled(gap), filled(dues), "1 entry added, one for each day of `paid_on` without one")
})
