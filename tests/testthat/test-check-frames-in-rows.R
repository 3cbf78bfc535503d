# Frames of any figure in whole columns: what a frame should hold, worked apart.
ns <- asNamespace("idleledger")

test_that("figures of frames are those of a loop over each frame's rows", {
  for (seed in seq_len(rounds(12))) withr::with_seed(seed, {
    n <- sample(5:40, 1)
    table <- data.frame(d = sample(n), x = ifelse(runif(n) < 0.2, NA, round(rnorm(n), 2)))
    order <- order(table$d)
    for (call in list(quote(median(x)), quote(max(x)), quote(count_distinct(x)), quote(max(x) - min(x)))) {
      page <- rlang::inject(brief(table, beside = c(w = rolling(!!call, 4, along = d, partial = TRUE))))
      expected <- vapply(seq_len(n), function(row) {
        at <- match(row, order)
        here <- table$x[order[max(1, at - 3):at]]
        here <- here[!is.na(here)]
        fn <- deparse1(call[[1]])
        if (length(here) == 0) return(if (fn == "count_distinct") 0 else NA)
        switch(fn, median = median(here), max = max(here), count_distinct = length(unique(here)), diff(range(here)))
      }, 1)
      expect_equal(as.numeric(draw_up(page)$w), expected, label = paste(deparse1(call), seed))
      expect_true(all_tie(tie_out(page)))
    }
  })
})

test_that("a frame that is off in one row is found, and more rows of frames than may be are left to the sample", {
  table <- data.frame(d = 1:60, x = (1:60 * 37) %% 11)
  page <- brief(table, lines = d, figures = c(x = sum(x)), beside = c(w = rolling(median(x), 5, along = d)))
  local_spoiled("beside", function(drawn) {
    drawn$lines$columns$w[31] <- drawn$lines$columns$w[31] + 0.5
    drawn
  })
  local_in_package("rows_to_sample", function(n) 1)
  expect_match(differing(page)[["frames"]], "`w`: not so in 1 of 60 lines, first in line 31")
  withr::local_options(idleledger.most_rows_of_frames = 100)
  expect_false("frames" %in% names(differing(page)))
})

test_that("a figure of a group, and the number of a run, are looked at in each row", {
  table <- data.frame(g = rep(c("a", "b"), 10), day = as.Date("2025-01-01") + c(0:9, 20:29), x = 1:20)
  page <- brief(table, lines = c(day, g), figures = c(x = sum(x)),
    beside = c(own = median(x, per = g), run = run_of(day)))
  expect_equal(as.numeric(draw_up(page)$run), rep(1:2, each = 10))
  for (column in c("own", "run")) local({
    local_spoiled("beside", function(drawn) {
      drawn$lines$columns[[column]][7] <- drawn$lines$columns[[column]][7] + 1
      drawn
    })
    local_in_package("rows_to_sample", function(n) 1)
    expect_match(differing(page)[["frames"]], sprintf("`%s`: not so in 1 of 20 lines, first in line 7", column))
  })
})
