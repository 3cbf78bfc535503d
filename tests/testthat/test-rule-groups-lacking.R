# Periods in which a group is missing that has entries in all others.
monthly <- function(table) brief(table, lines = c(month = start_of(paid_on, "month")), figures = c(dues = sum(due)))
brook <- dues$wharf == "Brook"
in_february <- format(dues$paid_on, "%m") == "02"

test_that("a group that did not report in a period is told with the period and what would be usual", {
  expect_told("groups_lacking", monthly(dues[!(brook & in_february), ]), monthly(dues),
    "wharf \"Brook\" has no entries in the period of `month` from 2025-02-01, where some 28 would be usual")
  two <- dues[!(dues$wharf %in% c("Brook", "Dyer") & in_february), ]
  expect_told("groups_lacking", monthly(two), monthly(dues), "so in 1 case more")
})

test_that("a group that stops, or begins late, is told with its last or first day", {
  expect_told("groups_lacking", monthly(dues[!(brook & dues$paid_on > "2025-02-20"), ]), monthly(dues),
    "wharf \"Brook\" has no entries after 2025-02-20, where some [34][0-9] would be usual")
  expect_told("groups_lacking", monthly(dues[!(brook & dues$paid_on < "2025-02-10"), ]), monthly(dues),
    "wharf \"Brook\" has no entries before 2025-02-10")
})

test_that("a few days without, and pages without a period, are not judged", {
  for (page in list(monthly(dues[!(brook & dues$paid_on > "2025-03-21"), ]),
    by_wharf(dues[!(brook & in_february), ]))) {
    expect_false("groups_lacking" %in% findings(page)$rule)
  }
})
