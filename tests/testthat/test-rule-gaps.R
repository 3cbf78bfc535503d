# Days between the first and the last without an entry, told by look().
test_that("look() counts the days without an entry and names the first, and the page says nothing of them", {
  for (gone in list("2025-01-12", c("2025-01-12", "2025-02-02", "2025-02-03"))) {
    rest <- dues[!dues$paid_on %in% as.Date(gone), ]
    words <- sprintf("`paid_on`: %s between the first and the last without an entry, the first 2025-01-12",
      if (length(gone) == 1) "1 day" else "3 days")
    expect_match(look(rest)$traps, words, all = FALSE)
    expect_clean(by_wharf(rest))
  }
  expect_identical(look(dues)$traps, character())
})

test_that("times count by their days, and a table with hardly a day in use has no gaps", {
  times <- dues_with(paid_on = as.POSIXct(dues$paid_on, tz = "UTC") + 3600 * (dues$slip %% 24))
  expect_match(look(times[times$paid_on >= "2025-01-20" | times$paid_on < "2025-01-19", ])$traps,
    "1 day between the first and the last without an entry, the first 2025-01-19", all = FALSE)
  far <- data.frame(on = as.Date("2025-01-01") + c(0, 100, 300), x = 1:3)
  expect_no_match(paste(look(far)$traps, collapse = " "), "without an entry")
})
