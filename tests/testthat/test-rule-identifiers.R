# An identifier that two entries share, though they are no copies.
test_that("a number or a code that stands twice is told with both rows and what differs", {
  codes <- dues_with(slip = sprintf("AB-%05d", dues$slip))
  for (table in list(dues, codes)) {
    twice <- transform(table, slip = replace(slip, 9, slip[100]))
    expect_told("identifiers", by_wharf(twice), by_wharf(table),
      paste("1 entry has a `slip` that another has, first .*5100.* in rows? 9 and (row )?100,",
        "which differ in `paid_on`.*it carries"))
  }
  two <- dues_at("slip", c(9, 10), dues$slip[c(100, 101)])
  expect_told("identifiers", by_wharf(two), by_wharf(), "2 entries have a `slip` that another has.*they carry")
})

test_that("copies share theirs by right, and so do missing ones", {
  expect_false("identifiers" %in% findings(by_wharf(rbind(dues, dues[9, ])))$rule)
  expect_false("identifiers" %in% findings(by_wharf(dues_at("slip", c(9, 10, 44), NA)))$rule)
})
