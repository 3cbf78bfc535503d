# The side sheet: entries behind a cell, the proof of its figure, and what differs from a former step.

skip_if_not_installed("htmltools")

test_that("a cell opens its proof, its entries and what they make", {
  desk <- idleledger:::new_desk(by_wharf())
  side <- answer(desk, do = "behind", row = 2, column = "dues")
  brook <- dues[dues$wharf == "Brook", ]
  expect_identical(side$side_title, "wharf Brook: dues")
  expect_match(side$side, "<summary>Proof</summary>")
  expect_match(side$side, "90 entries behind it")
  expect_match(side$side, sprintf("They make <b>.*dues %s</b>", format(sum(brook$due), big.mark = ",")))
  expect_length(gregexpr(">Brook</td>", side$side)[[1]], 90)
  expect_match(side$side, "data-do=\"narrow\"")
})

test_that("of many entries the first are shown and the rest are counted", {
  side <- answer(idleledger:::new_desk(brief(tolls, lines = reach, figures = c(n = count()))), do = "behind", row = 1,
    column = "n")$side
  n <- sum(tolls$reach == "Lower", na.rm = TRUE)
  expect_match(side, sprintf("The first 200; %s more, which count in what they make", format(n - 200, big.mark = ",")))
})

test_that("steps are listed from the last, each but the present one can be gone to and compared", {
  desk <- idleledger:::new_desk(dues)
  act(desk, "write", list(section = "lines", text = "wharf"))
  act(desk, "write", list(section = "figures", text = "n = count()"))
  steps <- answer(desk, do = "hello")$steps
  expect_identical(regmatches(steps, gregexpr("data-do=\"step\" data-at=\"[0-9]\"", steps))[[1]],
    sprintf("data-do=\"step\" data-at=\"%d\"", 2:1))
  expect_match(steps, "value=\"3\" class=\"here\"")
  compared <- answer(desk, do = "compare", at = 2)$side
  expect_match(compared, "step 2.*the page now")
  expect_match(compared, "only in the page now|n")
})
