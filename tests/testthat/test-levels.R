# Levels: the lines of a page at all its grains.
test_that("each level has a line for each set of its keys that occurs, with their own entries", {
  table <- random_table(200, 81)
  for (footing in list(quote(rollup(word, choice)), quote(cube(word, choice)), quote(sets(choice, whole())))) {
    page <- rlang::inject(brief(table, lines = c(word, choice), figures = c(n = count(), s = sum(whole)),
      footing = !!footing))
    got <- as.data.frame(draw_up(page))
    for (over in unique(got$summed_over)) {
      kept <- setdiff(c("word", "choice"), strsplit(over, ", ")[[1]])
      here <- got[got$summed_over == over, ]
      keys <- if (length(kept)) unique(table[kept]) else data.frame(one = 1)
      expect_identical(nrow(here), nrow(keys), label = over)
      expect_identical(sum(here$n), 200L)
      expect_identical(sum(here$s, na.rm = TRUE), as.double(sum(table$whole, na.rm = TRUE)))
    }
    expect_true(all_tie(tie_out(page)))
  }
})
