# A statement against its source as it is now.
statement <- draw_up(by_wharf())
fresh <- function(source, of = statement) {
  checks <- as.data.frame(tie_out(of, source = source))
  found <- checks[checks$check == "fresh", ]
  paste(found$status, found$sentence)
}

test_that("the same, reordered, changed, longer and shorter sources are told apart", {
  expect_match(fresh(dues), "^ties .*the same as when the statement was drawn up")
  expect_match(fresh(dues[360:1, ]), "^note .*the same entries .* in another order")
  expect_match(fresh(dues_at("due", 9, 1)), "^differs .*other values stand in `due`")
  expect_match(fresh(rbind(dues, dues[1, ])), "^differs .*it had 360 entries and has 361")
  expect_match(fresh(dues[-1, ]), "^differs .*it had 360 entries and has 359")
  both <- rbind(dues_at("wharf", 9, "Elm"), dues[2, ])
  expect_match(fresh(both), "it had 360 entries and has 361, and other values stand in .*`wharf`")
})

test_that("columns that the statement does not read may change, and those it reads may not be gone", {
  expect_match(fresh(dues_at("tonnes", 9, 1)), "^ties")
  moved <- dues[360:1, ]
  moved$due[9] <- 1
  expect_match(fresh(moved), "^differs")
})

test_that("tables beside are looked at too", {
  berths <- data.frame(wharf = c("Alder", "Brook", "Causey", "Dyer"), berth = 1:4)
  path <- written_file("wharf,berth\nAlder,1\nBrook,2\nCausey,3\nDyer,4\n", "berths.csv")
  page <- brief(dues, prepare = bring_in(path, match = wharf), lines = berth, figures = c(s = sum(due)))
  drawn <- draw_up(page)
  expect_true(all_tie(tie_out(drawn)))
  writeLines(c("wharf,berth", "Alder,1", "Brook,2", "Causey,3", "Dyer,9"), path)
  expect_match(differing(drawn)[["fresh"]], "the table berths.* has changed .*: other values stand in `berth`")
  writeLines(c("wharf,berth", "Alder,1", "Brook,2", "Causey,3"), path)
  expect_match(differing(drawn)[["fresh"]], "it had 4 lines and has 3")
})
