# The rows of another table that meet the entries in hand, by keys and by days.
test_that("the line in force on a day is the last that began, unless it has ended", {
  tariffs <- data.frame(wharf = c("Alder", "Alder", "Brook"),
    since = as.Date(c("2025-01-01", "2025-02-01", "2025-01-15")),
    until = as.Date(c("2025-01-20", "2025-12-31", "2025-02-15")), rate_of = c(1, 2, 3))
  got <- draw_up(brief(dues, prepare = bring_in(tariffs, match = wharf, as_of = c(paid_on = since), upto = until,
    columns = rate_of)))
  expected <- mapply(function(lock, day) {
    rows <- which(tariffs$wharf == lock & tariffs$since <= day & day <= tariffs$until)
    if (length(rows)) tariffs$rate_of[max(rows)] else NA
  }, dues$wharf, dues$paid_on, USE.NAMES = FALSE)
  expect_identical(got$rate_of, as.numeric(expected))
})

test_that("two lines in force together, or begun on one day, are told with their rows", {
  page <- function(since, until) {
    brief(dues, prepare = bring_in(data.frame(wharf = "Alder", since = as.Date(since),
      until = as.Date(until), k = 1:2),
      match = wharf, as_of = c(paid_on = since), upto = until), lines = wharf)
  }
  expect_match(said_by(draw_up(page(c("2025-01-01", "2025-02-01"), c("2025-02-01", "2025-03-01")))),
    "in force together, rows 1 and 2.*One begins before the other ends")
  same <- data.frame(wharf = "Alder", since = as.Date("2025-01-01"), k = 1:2)
  expect_match(said_by(draw_up(brief(dues, prepare = bring_in(same, match = wharf, as_of = c(paid_on = since)),
    lines = wharf))), "Two begin on the same day")
})
