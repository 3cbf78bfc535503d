# What a page says of a match.
berths <- data.frame(wharf = c("Alder", "Brook ", "Elm"), berth = c(1.5, 2.5, 9))
notes <- function(other = berths, table = dues, ...) {
  attr(draw_up(brief(table, prepare = bring_in(other, match = wharf), lines = wharf, figures = c(s = sum(due)))),
    "idle")$notes
}

test_that("who found nobody, what nobody met and what misses by a hair is said, each once", {
  said <- paste(notes(), collapse = " | ")
  expect_match(said, "270 entries have no partner in other by wharf, and are kept without one")
  expect_match(said, "2 lines of other met no entry: the first is wharf \"?Brook")
  expect_match(said, paste("90 entries of those would have a partner but for the spelling of wharf,",
    "such as \"Brook\" here and \"Brook \" in other; mend_keys\\(wharf\\)"))
  missing <- paste(notes(table = dues_at("wharf", c(9, 10), NA)), collapse = " ")
  expect_match(missing, "a key is missing in 2 entries")
  all <- data.frame(wharf = c("Alder", "Brook", "Causey", "Dyer"), berth = 1:4)
  expect_length(notes(all), 0)
  twice <- dues[match(c("Alder", "Alder", "Dyer"), dues$wharf), ]
  counted <- function(table) {
    page <- brief(table, prepare = bring_in(all, match = wharf), lines = wharf, figures = c(s = sum(berth)))
    attr(draw_up(page), "idle")$notes
  }
  expect_match(counted(twice), "`berth` stands beside up to 2 entries for each line of all, so `?s`? counts it",
    all = FALSE)
  expect_no_match(c("", counted(twice[-1, ])), "stands beside")
})
