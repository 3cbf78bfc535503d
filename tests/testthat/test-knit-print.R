# What knitr prints of pages, tie-outs, proofs and differences.
test_that("knitr prints pages, tie-outs, proofs and differences as tables", {
  skip_if_not_installed("knitr")
  page <- brief(tolls, lines = reach, figures = c(receipts = sum(toll)))
  theirs <- as.data.frame(draw_up(page))
  theirs$receipts[1] <- 1
  for (x in list(draw_up(page), tie_out(page), proof(page, receipts, reach == "Upper"),
    differences(page, theirs))) {
    text <- as.character(knitr::knit_print(x))
    if (!inherits(x, "idle_proof")) expect_match(text, "| :---", fixed = TRUE)
    expect_match(text, "Upper|ties|Lower")
  }
})
