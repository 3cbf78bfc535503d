# Lines of others: what is shown and what is gathered make the whole, whatever the figure, and their entries are theirs.

test_that("shown lines and others make the whole, and others are worked from their own entries", {
  for (seed in one_in(2, 1:6)) {
    table <- random_table(200, 60 + seed)
    table$key <- withr::with_seed(seed, sample(c(letters, NA), 200, TRUE))
    for (per in list(NULL, quote(choice))) {
      show <- as.call(c(quote(top), 1 + seed %% 4, quote(n), if (!is.null(per)) list(per = per), others = TRUE))
      page <- brief(table, lines = !!if (is.null(per)) quote(key) else quote(c(choice, key)), figures = c(n = count(),
        s = sum(whole), kinds = count_distinct(word), typical = median(amount), high = max(part)), show = !!show)
      got <- draw_up(page)
      expect_equal(sum(got$n), 200, info = seed)
      expect_equal(sum(got$s, na.rm = TRUE), sum(table$whole, na.rm = TRUE), info = seed)
      shown <- got[got$line_kind == "line", ]
      id <- function(x) if (is.null(per)) paste(x$key) else paste(x$choice, x$key)
      for (at in which(got$line_kind == "others")) {
        own <- table[!id(table) %in% id(shown), ]
        if (!is.null(per)) own <- own[paste(own$choice) == paste(got$choice[at]), ]
        expect_equal(got$n[at], nrow(own), info = seed)
        expect_equal(got$kinds[at], length(unique(stats::na.omit(own$word))), info = seed)
        expect_equal(got$typical[at], stats::median(own$amount, na.rm = TRUE), info = seed)
        expect_equal(got$high[at], max(own$part, na.rm = TRUE), info = seed)
      }
      expect_true(all_tie(tie_out(page)), info = seed)
    }
  }
})
