# Which keys of the entries meet which of another table, in every way of writing.
berths <- data.frame(wharf = c("Alder", "Brook"), place = c("Alder", "Brook"),
  month = as.Date(c("2025-01-01", "2025-02-01")), k = 1:2, n = 3:4)
met <- function(match) {
  rlang::inject(brief(dues, prepare = bring_in(berths, match = !!match, columns = k), lines = k,
    figures = c(n = count())))
}

test_that("one name, two names, a condition and a period meet the same", {
  plain <- as.data.frame(draw_up(met(quote(wharf))))
  for (way in list(quote(c(wharf = place)), quote(wharf == place), "wharf", quote(c(wharf)),
    quote(c(wharf == place)))) {
    expect_identical(as.data.frame(draw_up(met(way))), plain, label = deparse1(way))
  }
  period <- draw_up(met(quote(start_of(paid_on, "month") == month)))
  expect_identical(period$n[1:2], c(sum(dues$paid_on < "2025-02-01"), sum(format(dues$paid_on, "%m") == "02")))
})

test_that("what cannot meet is told with what would", {
  expect_stops(list(
    list(quote(lock), "the entries have no column `lock`"), list(quote(c(wharf = lock)),
      "the table has no column `lock`"),
    list(quote(due), "the table has no column `due`"), list(quote(c(wharf = n)),
      "they can never be equal"), list(quote(c(slip = place)), "as_number|never be equal"),
    list(quote(upper(wharf)), "`match` takes columns.*says both sides"), list(quote(c()),
      "names no column"), list(quote(wharf == "Alder"), "Alder|no column|same for all")
  ), met)
  expect_match(said_by(brief(dues, prepare = bring_in(berths), lines = wharf)),
    "says no `match`.*Both have `wharf`: match = wharf")
})
