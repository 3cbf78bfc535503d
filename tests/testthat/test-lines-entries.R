# The entries behind lines, of pages worked at once and in parts.
test_that("every line has its own entries, subtotals those of their lines, and parts the same as the whole", {
  make <- function(source) {
    brief(source, only = toll > 0, lines = c(reach, paid), figures = c(n = count()),
      footing = rollup(reach, paid))
  }
  pages <- list(make(tolls), make(ledger(tolls, in_parts = 4000)))
  kept <- tolls[(tolls$toll > 0) %in% TRUE, ]
  for (page in pages) {
    behind <- as.data.frame(entries_behind(page, reach == "Upper", paid == "cash"))
    expect_setequal(behind$passage, kept$passage[kept$reach %in% "Upper" & kept$paid %in% "cash"])
    sub <- as.data.frame(entries_behind(page, reach == "Upper", line_kind == "subtotal"))
    expect_identical(nrow(sub), sum(kept$reach %in% "Upper"))
    total <- as.data.frame(entries_behind(page, line_kind == "total"))
    expect_identical(nrow(total), nrow(kept))
  }
})
