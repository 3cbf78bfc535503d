# The order of footed lines: each subtotal stands next to its own lines, whatever the keys, the levels and the sorting.

# Lines of a rollup as one text each: what each level before the summed keys is.
path_of <- function(got, keys) {
  summed <- strsplit(got$summed_over, ", ")
  lapply(seq_len(nrow(got)), function(i) {
    kept <- setdiff(keys, summed[[i]])
    vapply(kept, function(key) paste(got[[key]][i]), "")
  })
}

test_that("lines that share a key stand together, with their subtotal at one end", {
  keys <- c("choice", "word", "flag")
  orders <- expression(NULL, falling(n), c(s, falling(word)), falling(choice))
  for (seed in 1:5) {
    table <- random_table(c(3, 30, 120, 300, 300)[seed], 80 + seed)
    for (where in c("after", "before")) for (order in orders) {
      page <- brief(table, lines = c(choice, word, flag), figures = c(n = count(), s = sum(amount)),
        footing = rollup(choice, word, flag, subtotals = !!where), order = !!order)
      got <- as.data.frame(draw_up(page))
      path <- path_of(got, keys)
      label <- paste(seed, where, deparse1(order))
      expect_equal(sum(lengths(path) == 0), 1, label = label)
      expect_equal(which(lengths(path) == 0), if (where == "after") nrow(got) else 1L, label = label)
      for (depth in 1:2) {
        texts <- vapply(path, function(kept) {
          if (length(kept) < depth) NA_character_ else paste(kept[seq_len(depth)], collapse = "/")
        }, "")
        known <- which(!is.na(texts))
        runs <- rle(texts[known])
        expect_equal(anyDuplicated(runs$values), 0, label = label)
        ends <- known[if (where == "after") cumsum(runs$lengths) else cumsum(c(1, runs$lengths[-length(runs$lengths)]))]
        expect_true(all(lengths(path[ends]) == depth), label = label)
      }
      expect_equal(got$n[lengths(path) == 0], nrow(table), label = label)
    }
  }
})
