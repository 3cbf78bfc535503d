# What stops a match that would multiply entries, and how it says so.
berths <- data.frame(wharf = c("Alder", "Brook", "Brook"), month = as.Date(c("2025-01-01", "2025-01-01", "2025-02-01")),
  rent = c(1.5, 2.5, 3.5))
page <- function(other, without = "keep") {
  brief(dues, prepare = bring_in(other, match = wharf,
    without_partner = without), lines = wharf,
    figures = c(s = sum(due)))
}

test_that("entries that find several lines are counted, shown, and told what would bring them to one", {
  said <- said_by(draw_up(page(berths)))
  expect_match(said, "90 entries find more than one line of other by wharf, up to 2")
  expect_match(said, "In row 2, wharf \"Brook\": lines 2 and 3: \\(month 2025-01-01, rent 2.5\\)")
  brook <- sum(dues$due[dues$wharf == "Brook"])
  expect_match(said, sprintf("would have made s %s in the place of %s", format(sum(dues$due) + brook, big.mark = ","),
    format(sum(dues$due), big.mark = ",")), fixed = TRUE)
  expect_match(said, paste0("has one line each wharf and month, and is matched by wharf.*",
    "start_of\\(paid_on, \"month\"\\) == month"))
  expect_match(said, "expect = \"many\" repeats each entry")
})

test_that("copies there are told, and what gathers the table", {
  copied <- said_by(draw_up(page(rbind(berths[1:2, ], berths[2, ]))))
  expect_match(copied, "1 line there is a copy of another in every column; strike_duplicates\\(\\)")
  same <- data.frame(wharf = c("Alder", "Alder"), rent = c(1.5, 2.5))
  expect_match(said_by(draw_up(page(same))), "brief\\(other, lines = wharf, figures = c\\(rent = sum\\(rent\\)\\)\\)")
})

test_that("an entry without a partner stops where it must have one, with the first of them", {
  said <- said_by(draw_up(page(berths[1:2, ], "stop")))
  expect_match(said, "180 entries have no partner.*The first is row 3: wharf Causey.*\"leave_out\" leaves them out")
})
