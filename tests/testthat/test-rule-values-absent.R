# Texts that a condition asks for and that do not occur, and spellings of them that it passes over.
only <- function(condition, table = dues) rlang::inject(by_wharf(table, only = !!condition))

test_that("a text that does not occur is told with the nearest that does", {
  cases <- list(
    list(quote(wharf == "brook"), quote(wharf == "Brook"),
      "asks for \"brook\", which does not occur in `wharf`; there is \"Brook\""),
    list(quote(wharf %in% c("Brook", "Adler")), quote(wharf %in% c("Brook", "Alder")), "asks for \"Adler\".*\"Alder\""),
    list(quote(goods != "Coal"), quote(goods != "coal"), "asks for \"Coal\""),
    list(quote(wharf == "Alder" | wharf == "Elm"), quote(wharf == "Alder" | wharf == "Dyer"), "asks for \"Elm\""),
    list(quote(wharf %in% c("Brook", "X", "Y")), quote(wharf %in% c("Brook", "Dyer")),
      "\"X\" and \"Y\", which do not occur")
  )
  for (one in cases) expect_told("values_absent", only(one[[1]]), only(one[[2]]), one[[3]], deparse1(one[[1]]))
})

test_that("a spelling that is passed over is told with its entries, and the repair takes it in", {
  page <- only(quote(wharf == "Brook"), dues_at("wharf", c(2, 6), "brook "))
  expect_told("values_absent", page, only(quote(wharf == "Brook")),
    "passes over 2 entries with \"brook \", which a reader takes for the same")
  expect_equal(draw_up(apply_repair(page, "values_absent"))$dues, draw_up(only(quote(wharf == "Brook")))$dues)
})
