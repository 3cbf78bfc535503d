# Which entries count: all conditions must be met, and what is left out is accounted for.
holes <- dues_at("goods", c(9, 44), NA)

test_that("what is kept is what meets every condition, and each other entry has its reason", {
  conditions <- list(quote(due > 10), quote(goods != "coal"), quote(tonnes < 30))
  for (k in 1:3) {
    page <- rlang::inject(brief(holes, only = c(!!!conditions[seq_len(k)]), lines = whole(), figures = c(n = count())))
    met <- Reduce(`&`, lapply(conditions[seq_len(k)], eval, holes))
    expect_identical(draw_up(page)$n, sum(met, na.rm = TRUE))
    aside <- as.data.frame(set_aside(page, "only"))
    expect_identical(aside$slip, holes$slip[!met %in% TRUE])
    expect_true(all(grepl("^(not met|missing): ", aside$reason)))
    expect_identical(sum(grepl("^missing", aside$reason)), if (k > 1) sum(is.na(met)) else 0L)
  }
})

test_that("a column named entry or reason keeps its own, and nothing left out is an empty table", {
  odd <- dues_with(entry = seq_len(360), reason = "mine")
  aside <- as.data.frame(set_aside(brief(odd, only = due > 10, lines = wharf), "only"))
  expect_true(all(c("entry", "entry_", "reason", "reason_") %in% names(aside)))
  expect_identical(nrow(as.data.frame(set_aside(by_wharf(only = due > 0), "only"))), 0L)
})

test_that("a window sees the entries before it, and a note says so", {
  page <- brief(dues, columns = c(k = row_number(entered())), only = due > 10, lines = whole(), figures = c(k = max(k)))
  expect_identical(draw_up(page)$k, max(which(dues$due > 10)))
  expect_match(flat(draw_up(page)), sprintf("which then left out %d entries", sum(dues$due <= 10)))
})
