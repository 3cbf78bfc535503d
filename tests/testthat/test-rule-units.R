# Currencies or units that are mixed in a total.
units <- list(c("GBP", "EUR"), c("\u00a3", "$"), c("kg", "lb"), c("hours", "minutes"), c("Pounds", "euros"))
in_units <- function(two, name = "unit", ...) {
  dues[[name]] <- rep_len(two, 4)[match(dues$goods, c("coal", "grain", "lime", "timber"))]
  by_wharf(dues, ...)
}

test_that("a total over several currencies or units is told with them", {
  for (two in units) expect_told("units", in_units(two), in_units(two[1]), name = two[1],
    "`dues` goes over entries of different unit: .*; make it a key of the lines, or say `only` one")
})

test_that("a key, or a condition that leaves one, parts them, and the repair makes it a key", {
  money <- dues_with(currency = ifelse(dues$goods == "coal", "EUR", "GBP"))
  expect_clean(brief(money, lines = c(currency, wharf), figures = c(s = sum(due))))
  expect_clean(by_wharf(money, only = currency == "GBP"))
  expect_clean(brief(money, lines = wharf, figures = c(n = count())))
  mended <- apply_repair(by_wharf(money), "units")
  expect_true("currency" %in% names(as.data.frame(draw_up(mended))))
})

test_that("single letters are units under the name of one only", {
  expect_true("units" %in% findings(in_units(c("t", "l")))$rule)
  expect_false("units" %in% findings(in_units(c("t", "l"), "mark"))$rule)
})
