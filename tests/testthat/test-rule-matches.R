# What a match with another table left alone, repeated, or missed by a spelling.
berths <- data.frame(wharf = c("Alder", "Brook", "Causey", "Dyer"), berth = c(1.5, 2, 2.5, 3))
met <- function(other, expect = "one") {
  brief(dues, prepare = bring_in(other, match = wharf, expect = expect), lines = wharf, figures = c(dues = sum(due)))
}

test_that("entries without a partner, and lines that nobody met, are counted and named", {
  expect_told("matches", met(berths[1:3, ]), met(berths),
    "90 entries have no partner in other by wharf, and are kept without one")
  expect_told("matches", met(rbind(berths, data.frame(wharf = "Elm", berth = 9))), met(berths),
    "1 line of .* met no entry: wharf Elm")
})

test_that("a key that misses its partner by a spelling is told with both", {
  for (other in c("Brook ", "brook", "BROOK", " Brook")) {
    expect_told("matches", met(transform(berths, wharf = replace(wharf, 2, other))), met(berths), name = other,
      sprintf("would have a partner but for the spelling of wharf, such as \"Brook\" here and \"%s\"", other))
  }
})

test_that("a match that multiplies is told where it is allowed, and stops where it is not", {
  twice <- rbind(berths, transform(berths[2, ], berth = 7))
  expect_told("matches", met(twice, "many"), met(berths), "90 entries have more than one line")
  expect_match(said_by(draw_up(met(twice))),
    "90 entries find more than one line.*would have made dues .* in the place of")
})

test_that("an amount of one line beside many entries is told when it is added up", {
  page <- brief(dues, prepare = bring_in(berths, match = wharf), lines = whole(), figures = c(b = sum(berth)))
  lines <- brief(dues, lines = wharf, figures = c(dues = sum(due)))
  twin <- brief(brief(lines, prepare = bring_in(berths, match = wharf)), lines = whole(), figures = c(b = sum(berth)))
  expect_told("matches", page, twin, "`berth` stands beside up to 90 entries")
})
