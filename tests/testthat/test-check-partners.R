# Each entry's partner found again in plain R, and what was brought in with it.
berths <- data.frame(wharf = c("Alder", "Brook", "Causey", "Elm"), berth = c(1.5, 2, 2.5, 9))
page <- function(other = berths, expect = "one", without = "keep") {
  brief(dues, prepare = bring_in(other, match = wharf, expect = expect, without_partner = without), lines = wharf,
    figures = c(b = max(berth), n = count()))
}
said <- function(page) {
  checks <- as.data.frame(tie_out(page))
  checks[checks$check == "partners", ]
}

test_that("who met, who did not, and which lines nobody met is said", {
  found <- said(page())
  expect_identical(found$status, "ties")
  expect_match(found$sentence,
    paste("Partners: 270 of 360 entries each met one line of other by wharf, 90 none and were",
    "kept; 1 of its 4 lines met none; found again by the texts of their keys with the same berth."))
  expect_match(said(page(without = "leave_out"))$sentence, "90 none and were left out")
  twice <- rbind(berths, berths[2, ])
  expect_match(said(page(twice, "many"))$sentence, "met lines of other")
})

test_that("a wrong partner, a lost one and a wrong value brought in are found with their row", {
  sound <- idleledger:::met_partners
  mishaps <- list(other = function(at) replace(at, 5, 4L), lost = function(at) replace(at, 5, NA))
  for (name in names(mishaps)) local({
    local_in_package("met_partners", function(part, here) {
      met <- sound(part, here)
      met$partner <- mishaps[[name]](met$partner)
      met
    })
    expect_match(differing(page())[["partners"]], "not the same for the entry in row 5", label = name)
  })
  expect_true(all_tie(tie_out(page())))
})

test_that("a line that holds from a day on is found again by its day", {
  rates <- data.frame(wharf = "Alder", since = as.Date(c("2024-06-01", "2025-02-01")), tariff = c(1, 2))
  alder <- dues[dues$wharf == "Alder", ]
  dated <- brief(alder, prepare = bring_in(rates, match = wharf, as_of = c(paid_on = since)), lines = tariff,
    figures = c(n = count()))
  expect_true(all_tie(tie_out(dated)))
  expect_identical(draw_up(dated)$n, c(sum(alder$paid_on < "2025-02-01"), sum(alder$paid_on >= "2025-02-01")))
})
