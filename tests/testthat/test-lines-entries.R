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

# Entries with missing keys, doubles and a table of names, by a seed.
few_entries <- function(seed) {
  set.seed(seed)
  n <- sample(c(1, 7, 40), 1)
  data.frame(id = seq_len(n), a = sample(c("x", "y", NA), n, TRUE), b = sample(c(1:3, NA), n, TRUE),
    v = sample(c(NA, -2:5), n, TRUE))
}

test_that("the lines share out the entries that count, each to one line and one only, whatever is shown", {
  names <- data.frame(a = c("x", "y"), said = c("ex", "why"))
  for (seed in seq_len(rounds(40))) {
    entries <- few_entries(seed)
    for (source in list(entries, ledger(entries, in_parts = 10))) {
      page <- brief(source, prepare = bring_in(names, match = a), only = is_missing(v) | v > -2, lines = c(said, b),
        figures = c(n = count(), s = sum(v)), show = top(3, n, others = TRUE))
      kept <- entries$id[is.na(entries$v) | entries$v > -2]
      if (length(kept) == 0) next
      lines <- as.data.frame(draw_up(page))
      behind <- lapply(seq_len(nrow(lines)), function(k) {
        if (identical(lines$line_kind[k], "others")) return(entries_behind(page, line_kind == "others"))
        conditions <- lapply(c("said", "b"), function(key) {
          value <- lines[[key]][k]
          if (is.na(value)) rlang::expr(is_missing(!!as.name(key))) else rlang::expr(!!as.name(key) == !!value)
        })
        rlang::inject(entries_behind(page, !!!conditions))
      })
      expect_identical(vapply(behind, nrow, 1L), as.integer(lines$n), info = seed)
      all <- unlist(lapply(behind, `[[`, "id"))
      expect_identical(sort(all), kept, info = seed)
      expect_identical(unlist(lapply(behind, `[[`, "entry")), all, info = seed)
      expect_identical(sort(c(all, as.data.frame(set_aside(page, "only"))$id)), entries$id, info = seed)
    }
  }
})
