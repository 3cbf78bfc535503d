# What preparations would mend in a ledger, to be taken into a brief.
dirty <- rbind(dues_at("wharf", 9, "brook "), dues[7, ])
dirty <- dirty[dirty$paid_on != "2025-02-02", ]

test_that("what is offered mends what is found, in the order in which it is to be done", {
  offered <- offer_repairs(dirty)
  texts <- vapply(unclass(offered), idleledger:::item_text, "")
  expect_match(texts[1], "mend_keys\\(wharf\\)")
  expect_true(any(texts == "strike_duplicates()"))
  expect_match(texts, "fill_calendar\\(paid_on, \"day\"\\)", all = FALSE)
  page <- brief(dirty, prepare = offered, lines = wharf, figures = c(s = sum(due)))
  expect_false(any(c("spellings", "copies") %in% findings(page)$rule))
})

test_that("printing shows what to write and why, and nothing to mend says so", {
  text <- printed(offer_repairs(dirty))
  expect_match(text, "prepare = c\\(\n")
  expect_match(text, "# .*exact copy")
  expect_match(printed(offer_repairs(dues)), "Nothing to repair")
  expect_length(offer_repairs(dues), 0)
})
