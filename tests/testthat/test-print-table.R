# Printed tables fit their width, whatever that is, and lose no cell.

test_that("no line is wider than the width, and each cell is there in full", {
  for (seed in 1:3) {
    table <- random_table(8, 900 + seed)
    table$word <- paste(table$word, strrep("\u4e2d", seed), c("", "two words"))
    page <- brief(table, title = "A title", lines = c(word, day), footing = rollup(word, day), figures = c(
      total_of_all_amounts = sum(amount), n = count(), b = max(big), `a heading that is quite long indeed` = max(part),
      m = max(moment)
    ))
    drawn <- draw_up(page)
    for (width in c(20, 33, 50, 80, 120, 300)) {
      withr::local_options(cli.width = width, width = width)
      lines <- cli::ansi_strip(utils::capture.output(print(drawn, lines = 100)))
      whole <- gsub("[[:space:]]+", "", paste(lines, collapse = ""))
      # A line is wider than the page only where a single cell or heading is.
      cells <- unlist(lapply(as.data.frame(drawn)[3:7], idleledger:::cell_texts))
      widest <- max(width, cli::ansi_nchar(c(cells, drawn$word, names(drawn)), "width"), na.rm = TRUE)
      expect_lte(max(cli::ansi_nchar(lines, "width")), widest)
      expect_gt(length(cells), 20)
      for (cell in unique(cells)) expect_true(grepl(gsub("[[:space:]]", "", cell), whole, fixed = TRUE), info = cell)
    }
  }
})
