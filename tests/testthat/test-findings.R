# Findings of a page: what is told once, what is weighed, and a rule that breaks.
test_that("a rule that stops is told by its name, and the others are still asked", {
  idleledger:::local_answers("copies", "rule", of_values = function(seen) stop("broken on purpose"))
  said <- findings(by_wharf(dues_at("wharf", 9, NA)))
  expect_match(said$sentence, "The rule `copies` could not be looked at: broken on purpose", all = FALSE)
  expect_true("missing" %in% said$rule)
})

test_that("the same entries are told by the first rule that finds them, and others beside them are told too", {
  page <- by_wharf(with_row(wharf = "Total", due = 4568.16, slip = 5999))
  expect_setequal(findings(page)$rule, c("totals_among", "standouts"))
  both <- rbind(with_row(wharf = "Total", due = 4568.16, slip = 5999), dues[7, ])
  expect_setequal(findings(by_wharf(both))$rule, c("totals_among", "standouts", "copies"))
})

test_that("entries that two rules find alike are told once", {
  planted <- list(idleledger:::a_finding("Odd entries.", rows = c(5, 6)))
  idleledger:::local_answers("copies", "rule", of_values = function(seen) planted)
  idleledger:::local_answers("standouts", "rule", of_values = function(seen) planted)
  expect_identical(sum(grepl("Odd entries", findings(by_wharf())$sentence)), 1L)
})

test_that("a weight is the part of the total that the entries carry", {
  table <- rbind(dues, dues[7, ])
  found <- findings(brief(table, lines = wharf, figures = c(dues = sum(due))))
  expect_equal(found$weight[found$rule %in% "copies"], dues$due[7] / sum(abs(table$due)))
})

test_that("weights lie between nothing and all, whatever the amounts", {
  for (due in list(dues$due, -dues$due, dues$due * rep(c(1, -1), 180), rep(0, 360), replace(dues$due, 1, Inf))) {
    table <- dues_with(due = due)
    table <- rbind(table, table[7, ])
    weights <- findings(by_wharf(table))$weight
    expect_true(all(weights >= 0 & weights <= 1))
  }
})

test_that("what is kept of values is found anew where anything differs that a rule sees", {
  spelled <- dues_at("wharf", 9, "alder ")
  pages <- list(by_wharf(dues), by_wharf(spelled), by_wharf(spelled[360:1, ]),
    by_wharf(rbind(dues, dues[7, ])), brief(stats::setNames(dues, toupper(names(dues))), lines = WHARF, figures = c(
      n = count(), dues = sum(DUE))), amend(by_wharf(dues), only = due > 50),
    amend(by_wharf(dues), lines = c(wharf, goods)))
  kept <- c(lapply(pages, findings), lapply(rev(pages), findings))
  withr::with_options(list(idleledger.fewest_to_judge = 1e6), few <- findings(pages[[2]]))
  local_in_package("found_among_values", function(seen) idleledger:::each_rule("of_values", seen))
  anew <- lapply(pages, findings)
  expect_identical(kept, c(anew, rev(anew)))
  expect_gt(length(unique(lapply(anew, `[[`, "sentence"))), 4)
  withr::with_options(list(idleledger.fewest_to_judge = 1e6), expect_identical(few, findings(pages[[2]])))
})
