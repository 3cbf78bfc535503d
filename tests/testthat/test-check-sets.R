# Sets of values, as they stand to the right of %in%.
only <- function(set) rlang::inject(brief(dues, only = wharf %in% !!set))

test_that("a set is values of one kind, written, named or given", {
  expect_stops(list(
    list(quote(c("Alder", 3)), "values of one kind, and these are texts and numbers"),
    list(quote(c("Alder", )), "empty place"), list(quote(goods), "holds values, and `goods` is a column.*a == b"),
    list(quote(c(goods, "Alder")), "`goods` is a column"),
    list(quote(toupper(goods)), "is worked out for each row|no function")
  ), only)
  two <- c("Alder", "Brook")
  for (page in list(brief(dues, only = wharf %in% two), brief(dues, only = wharf %in% c("Alder", "Brook")),
    brief(dues, only = wharf %in% c(two, "Elm")))) {
    expect_identical(draw_up(page)$slip, dues$slip[dues$wharf %in% two])
  }
  expect_identical(draw_up(brief(dues, only = wharf %in% "Alder"))$slip, dues$slip[dues$wharf == "Alder"])
})

test_that("a set that is still to be given is told apart from one that must be known", {
  expect_match(said_by(draw_up(brief(dues, only = wharf %in% given(w)))), "given\\(w\\)")
  expect_match(said_by(brief(dues, lines = c(wharf, goods), figures = c(n = count()),
    abreast = columns_of(goods, columns = given(g)))), "`columns` takes values of the key, and `given\\(g\\)` is none")
})
