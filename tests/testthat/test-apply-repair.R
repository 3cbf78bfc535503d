# The repair of a finding as an amended brief.
test_that("a repair stands in its section, beside what stood there", {
  page <- by_wharf(rbind(dues_at("wharf", 9, "brook "), dues[7, ]), prepare = mend_keys(goods))
  copies <- apply_repair(page, "copies")
  expect_length(copies$sections$prepare, 2)
  spelled <- apply_repair(page, "spellings")
  expect_match(idleledger:::item_text(spelled$sections$prepare[[1]]), "mend_keys\\(wharf\\)")
  expect_identical(page$sections$prepare, by_wharf(dues, prepare = mend_keys(goods))$sections$prepare)
})

test_that("a key of the same name is replaced, with the variables that the old one named", {
  clock <- dues_with(at = as.POSIXct(dues$paid_on, tz = "UTC") + 60 * dues$slip)
  mended <- apply_repair(brief(clock, lines = c(at, wharf), figures = c(n = count())), "days_and_times")
  expect_identical(vapply(mended$sections$lines, idleledger:::item_text, ""), c("at = start_of(at, \"day\")", "wharf"))
})

test_that("a repair of the page below amends that page", {
  twice <- rbind(dues, dues[7, ])
  above <- brief(by_wharf(twice), lines = whole(), figures = c(s = sum(dues)))
  expect_equal(draw_up(apply_repair(above, "copies"))$s, sum(dues$due))
})

test_that("what cannot be repaired is told", {
  cases <- list(list("copies", "Nothing is found on this page under \"copies\""),
    list("copys", "Did you mean `copies`"),
    list(3, "takes the name of a rule"), list(c("a", "b"), "takes the name of a rule"))
  expect_stops(cases, function(finding) apply_repair(by_wharf(), finding))
  weighed <- by_wharf(dues_at("due", 9, 4000))
  expect_match(said_by(apply_repair(weighed, "standouts")), "No preparation or condition mends this by itself")
  expect_match(said_by(apply_repair(dues, "copies")), "apply_repair")
})
