# Lines that were made, without an entry.
test_that("combinations that do not occur, and days between, are counted as lines without an entry", {
  few <- dues[1:7, ]
  absent <- 16 - nrow(unique(few[c("wharf", "goods")])) - sum(!unique(dues$goods) %in% few$goods) * 4
  page <- brief(few, lines = crossed(wharf, goods), figures = c(dues = sum(due)))
  twin <- brief(dues, lines = crossed(wharf, goods), figures = c(dues = sum(due)))
  expect_told("empty_lines", page, twin, sprintf("%d lines", absent))
  gap <- dues[!dues$paid_on %in% as.Date(c("2025-01-12", "2025-02-02")), ]
  daily <- function(table) brief(table, lines = c(day = unbroken(paid_on, "day")), figures = c(n = count()))
  expect_told("empty_lines", daily(gap), daily(dues), "2 lines")
})
