# Repairs and joins, in the order given; each remembers what it changed.
dirty <- rbind(dues_at("wharf", 9, "brook "), dues[7, ])
berths <- data.frame(wharf = c("Alder", "Brook", "Causey", "Dyer"), berth = 1:4)

test_that("preparations are worked in the order in which they are written", {
  first <- brief(dirty, prepare = c(mend_keys(wharf), bring_in(berths, match = wharf)), lines = berth,
    figures = c(n = count()))
  then <- brief(dirty, prepare = c(bring_in(berths, match = wharf), mend_keys(wharf)), lines = berth,
    figures = c(n = count()))
  expect_identical(sum(is.na(draw_up(first)$berth)), 0L)
  expect_identical(draw_up(then)$n[is.na(draw_up(then)$berth)], 1L)
})

test_that("each lists what it changed, by its place and by its name", {
  page <- brief(dirty, prepare = c(strike_duplicates(), mend_keys(wharf)), lines = wharf)
  struck <- as.data.frame(set_aside(page, "prepare"))
  expect_identical(struck$slip[1], 5007)
  expect_true(5009 %in% unlist(struck$slip))
})

test_that("what is no preparation is told with the nearest", {
  expect_stops(list(list(quote(strike_duplicate()), "Did you mean `strike_duplicates`"),
    list(quote(filter(due > 5)), "no preparation|there is no"),
    list(quote(due), "prepar"), list("strike_duplicates", "prepar")),
    function(prepare) rlang::inject(brief(dues, prepare = !!prepare, lines = wharf)))
})
