# A sample of the entries: so many, or a part, of all or of each group, the same each time.
drawn <- function(sample) rlang::inject(draw_up(brief(dues, prepare = !!sample)))

test_that("a sample has so many different entries, in the order of entry, whatever the group", {
  for (sample in list(quote(sample_of(50)), quote(sample_of(50, seed = 3)), quote(sample_of(part(0.25))),
    quote(sample_of(5, per = wharf)), quote(sample_of(part(0.1), per = c(wharf, goods))))) {
    got <- drawn(sample)
    expect_false(is.unsorted(got$slip, strictly = TRUE), label = deparse1(sample))
    expect_true(all(got$slip %in% dues$slip))
    expect_identical(drawn(sample)$slip, got$slip)
  }
  expect_identical(nrow(drawn(quote(sample_of(50)))), 50L)
  expect_identical(nrow(drawn(quote(sample_of(part(0.25))))), 90L)
  expect_identical(as.vector(table(drawn(quote(sample_of(5, per = wharf)))$wharf)), rep(5L, 4))
  expect_false(identical(drawn(quote(sample_of(50)))$slip, drawn(quote(sample_of(50, seed = 3)))$slip))
  expect_identical(nrow(drawn(quote(sample_of(5000)))), 360L)
})

test_that("the page says that it is a sample, and what is none is told", {
  expect_match(flat(draw_up(brief(dues, prepare = sample_of(50)))), "a sample of 50 of 360 entries")
  expect_stops(list(list(quote(sample_of(0)), "whole number from 1"),
    list(quote(sample_of(part(2))), "part\\(\\) takes a number above 0, up to 1"),
    list(quote(sample_of("many")), "number"),
    list(quote(sample_of(2.5)), "whole number"), list(quote(sample_of(5, per = nosuch)), "nosuch")), drawn)
})
