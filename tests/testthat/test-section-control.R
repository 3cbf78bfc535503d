page <- brief(
  tolls, only = toll > 0, lines = c(reach, lock), figures = c(s = sum(toll), n = count(), mid = median(toll))
)
status_of <- function(proof, check) {
  checks <- as.data.frame(proof)
  paste(checks$status[checks$check == check], checks$sentence[checks$check == check])
}

test_that("control totals are met to the cent, or the difference is said", {
  right <- amend(page, control = c(s = 197408.25, n = 19566, totals(s = 42789.5, mid = 10.75, reach == "Upper")))
  expect_true(all_tie(tie_out(right)))
  expect_match(status_of(tie_out(right), "control"), "^ties Control: as given", all = TRUE)
  wrong <- tie_out(amend(page, control = c(s = 197403.25, totals(n = 3498, reach == "Upper"))))
  expect_match(status_of(wrong, "control")[1], "differs.*s is 197,408.25 here, 5 more than the 197,403.25 given")
  expect_match(status_of(wrong, "control")[2], "1 less than the 3,498 given where reach == \"Upper\"")
  later <- amend(page, control = c(s = given(bank)))
  expect_true(all_tie(tie_out(supply(later, bank = 197408.25))))
  expect_match(flat(right), "Control totals: s 197,408.25, n 19,566, s 42,789.5 where")
})

test_that("figures from elsewhere are compared by name or line by line", {
  expect_true(all_tie(tie_out(page, against = c(s = 197408.25))))
  expect_false(all_tie(tie_out(page, against = list(s = 1))))
  last <- as.data.frame(draw_up(page))
  expect_true(all_tie(tie_out(page, against = last)))
  expect_match(
    status_of(tie_out(page, against = last[-2, ]), "against")[2], "note.*1 line is not there: `Lower Lime Kiln`"
  )
  last$s[4] <- 1
  expect_match(status_of(tie_out(page, against = last), "against"), "differs.*1 differs")
  more <- rbind(last[1, ], data.frame(reach = "Nether", lock = "Deep", s = 1, n = 1L, mid = 1))
  expect_match(status_of(tie_out(page, against = more), "against")[1], "1 line is in it and not on the page")
  expect_match(said_by(tie_out(page, against = c(sum = 1))), "no figure `sum`")
})

test_that("what is wrong with a control total is said", {
  wrong <- list(
    brief(tolls, control = c(s = 1)) ~ "the brief has no lines",
    amend(page, control = c(t = 1)) ~ "no figure `t`",
    amend(page, control = c(s = "x")) ~ "is one number",
    amend(page, control = 5) ~ "is no control total",
    amend(page, control = totals(reach == "Upper")) ~ "totals\\(\\) needs a figure",
    amend(page, control = totals(s = 1, craft == "barge")) ~ "no column `craft`"
  )
  for (case in wrong) expect_match(said_by(eval(case[[2]])), case[[3]], label = deparse1(case[[2]]))
})
